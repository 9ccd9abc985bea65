<script lang="ts">
  import Sweep from '$lib/bench/Sweep.svelte';
  import UndoLine from '$lib/shell/UndoLine.svelte';

  let { data } = $props();
</script>

<svelte:head><title>sweep {data.panel.name}</title></svelte:head>
{#key data.panel.id}<Sweep panel={data.panel} />{/key}
<UndoLine />
