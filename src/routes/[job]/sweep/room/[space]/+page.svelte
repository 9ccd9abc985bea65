<script lang="ts">
  import Sweep from '$lib/bench/Sweep.svelte';
  import { useJob } from '$lib/job/open-job.svelte';
  import UndoLine from '$lib/shell/UndoLine.svelte';

  let { data } = $props();
  const job = useJob();
</script>

<svelte:head><title>sweep {data.room.name}</title></svelte:head>
{#key data.room.id}
  <Sweep
    name={data.room.name}
    id="room {data.room.id}"
    links={job.plan.roomLinks(data.room.id)}
    end="tail"
    onward={{ href: job.at('rack'), says: 'Back to the rack' }}
  />
{/key}
<UndoLine />
