<script lang="ts">
  import { endName } from '$core/model/end-name';
  import type { Link } from '$core/model/job';
  import { ENDS } from '$core/wiring/conductors';
  import { useJob } from '$lib/job/open-job.svelte';

  /** Ends of a link that somebody refused by eye: a good reading does not take that back. */
  let { link }: { link: Link } = $props();
  const job = useJob();
  const status = $derived(job.statusOf(link.id));
  const refused = $derived(ENDS.filter((e) => status[e].refused?.how === 'eye'));
</script>

{#each refused as end (end)}
  <p class="border-l-4 border-wrong pl-3" data-testid="refused">
    The {endName(link, end)} was refused: {status[end].refused?.why}. No reading takes that back: put it right
    first, at
    <a class="font-semibold underline underline-offset-4" href={job.at('redo')}>redo</a>.
  </p>
{/each}
