<script lang="ts">
  import Sweep from '$lib/bench/Sweep.svelte';
  import { useJob } from '$lib/job/open-job.svelte';
  import UndoLine from '$lib/shell/UndoLine.svelte';

  let { data } = $props();
  const job = useJob();
</script>

<svelte:head><title>sweep {data.panel.name}</title></svelte:head>
{#key data.panel.id}
  <Sweep
    name={data.panel.name}
    id={data.panel.id}
    links={job.plan.panelLinks(data.panel.id)}
    end="head"
    onward={{ href: job.at('rack'), says: 'Back to the rack' }}
  />
{/key}
<UndoLine />
