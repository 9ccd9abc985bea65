<script lang="ts">
  import { untrack } from 'svelte';
  import PanelPrep from '$lib/bench/PanelPrep.svelte';
  import Sweep from '$lib/bench/Sweep.svelte';
  import { useJob } from '$lib/job/open-job.svelte';
  import UndoLine from '$lib/shell/UndoLine.svelte';

  let { data } = $props();
  const job = useJob();
  /** Nothing hangs on the panel yet: what is done once for all comes before the first port. */
  let preparing = $state(
    untrack(() => {
      const links = job.plan.panelLinks(data.panel.id);
      return links.length > 1 && links.every((l) => job.statusOf(l.id).head.state === 'bare');
    }),
  );
</script>

<svelte:head><title>sweep {data.panel.name}</title></svelte:head>
{#key data.panel.id}
  {#if preparing}
    <main><PanelPrep panel={data.panel} onready={() => (preparing = false)} /></main>
  {:else}
    <Sweep
      name={data.panel.name}
      id={data.panel.id}
      links={job.plan.panelLinks(data.panel.id)}
      end="head"
      onward={{ href: job.at('rack'), says: 'Back to the rack' }}
    />
  {/if}
{/key}
<UndoLine />
