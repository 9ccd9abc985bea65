<script lang="ts">
  import { asking } from '$lib/address/address';
  import type { Link } from '$core/model/job';
  import { useJob } from '$lib/job/open-job.svelte';

  /** What is known of a link whose cable copper joined with another: a good wire map of one of them does not clear it. */
  let { link }: { link: Link } = $props();
  const job = useJob();
  const joined = $derived(job.statusOf(link.id).joined);
  const others = $derived(joined?.with.map((id) => job.plan.link(id)?.label ?? id).join(' and '));
</script>

{#if joined}
  <div class="border-l-4 border-wrong pl-3" role="alert" data-testid="joined-note">
    <p>
      Copper joined the cable of {link.label} with {others || 'another'}, which no wire map of one cable sees.
      Part them, then read {others ? 'them in one round' : 'it'} by numbered remotes.
    </p>
    {#if joined.mended}
      <a class="mt-2 act" href={asking(job.at('round'), { only: [link.id, ...joined.with].join(',') })}
        >A round for {others ? `${link.label} and ${others}` : link.label}</a
      >
    {/if}
  </div>
{/if}
