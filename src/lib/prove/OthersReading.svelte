<script lang="ts">
  import { untrack } from 'svelte';
  import type { Link } from '$core/model/job';
  import { localTime } from '$lib/controls/time';
  import { useJob } from '$lib/job/open-job.svelte';

  /** Says that somebody else read this link while it was on screen, and where two people do not agree on it. */
  let { link }: { link: Link } = $props();
  const job = useJob();
  const status = $derived(job.statusOf(link.id));
  const atOpening = untrack(() => job.statusOf(link.id).lastReading?.entry);
  const others = $derived(
    status.lastReading && status.lastReading.entry !== atOpening && status.lastReading.by !== job.here.me
      ? status.lastReading
      : null,
  );
</script>

{#if status.disputedBy}
  <p class="border-l-4 border-wrong pl-3" role="alert" data-testid="disputed">
    {job.plan.person(status.disputedBy)} read a fail of {link.label} and {job.plan.person(
      status.lastReading!.by,
    )} a pass at about the same time: one reading is of something else. Read it once more.
  </p>
{:else if others}
  <p class="border-l-4 border-wrong pl-3" role="alert" data-testid="others-reading">
    {job.plan.person(others.by)} logged a {others.verdict === 'provisional'
      ? 'provisional pass'
      : others.verdict} of {link.label} at {localTime(others.at)}, while you had it open.
  </p>
{/if}
