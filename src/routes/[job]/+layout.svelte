<script lang="ts">
  import BigVerdict from '$lib/prove/BigVerdict.svelte';
  import JobFrame from '$lib/shell/JobFrame.svelte';

  let { data, children } = $props();
</script>

{#key data.plan}<JobFrame {data}>{@render children()}</JobFrame>{/key}
<BigVerdict />
