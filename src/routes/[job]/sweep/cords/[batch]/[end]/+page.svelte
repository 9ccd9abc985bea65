<script lang="ts">
  import Sweep from '$lib/bench/Sweep.svelte';
  import { useJob } from '$lib/job/open-job.svelte';
  import UndoLine from '$lib/shell/UndoLine.svelte';

  let { data } = $props();
  const job = useJob();
  const onward = $derived(
    data.end === 'head'
      ? { href: job.at('sweep', 'cords', data.batch.id, 'tail'), says: 'On to the second ends' }
      : { href: job.at('cords', data.batch.id), says: 'Back to the batch' },
  );
</script>

<svelte:head><title>sweep {data.batch.name}</title></svelte:head>
{#key `${data.batch.id} ${data.end}`}
  <Sweep
    name={data.batch.name}
    id="{data.batch.id} {data.end}"
    links={job.plan.batchLinks(data.batch.id)}
    end={data.end}
    {onward}
  />
{/key}
<UndoLine />
