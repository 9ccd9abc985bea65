<script lang="ts">
  import type { Link } from '$core/model/job';
  import { useJob } from '$lib/job/open-job.svelte';

  /** What is known of a link that answered at another one's outlet: a good wire map alone does not clear it. */
  let { link }: { link: Link } = $props();
  const job = useJob();
  const exchanged = $derived(job.statusOf(link.id).exchanged);
  const other = $derived(job.plan.link(exchanged?.with));

  function mended(): void {
    for (const l of [link, other])
      if (l && job.statusOf(l.id).exchanged)
        job.log.write(
          l.id,
          'redone',
          {
            action: 'repunch',
            contacts: [],
            note: `exchanged with ${l === link ? other?.label : link.label}`,
          },
          'head',
          `${l.label}: exchanged back.`,
        );
  }
</script>

{#if exchanged}
  <div class="border-l-4 border-wrong pl-3" role="alert" data-testid="exchanged-note">
    {#if exchanged.mended}
      <p>
        {link.label} was exchanged with {other?.label ?? exchanged.with}, and is said to be exchanged back. A
        wire map cannot tell the two apart: put a numbered remote into its own outlet and read it in a
        <a class="font-semibold underline underline-offset-4" href={job.at('round')}>round</a>.
      </p>
    {:else}
      <p>
        {link.label} answered at the outlet of {other?.label ?? exchanged.with}: the two are exchanged. A good
        reading proves nothing here until they are exchanged back.
      </p>
      <button class="mt-2 act" onclick={mended}>I exchanged them back</button>
    {/if}
  </div>
{/if}
