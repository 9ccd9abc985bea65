<script lang="ts">
  import type { Link } from '$core/model/job';
  import { useJob } from '$lib/job/open-job.svelte';

  /** What is known of a link that answered at another one's outlet: a good wire map alone does not clear it. */
  let { link }: { link: Link } = $props();
  const job = useJob();
  const exchanged = $derived(job.statusOf(link.id).exchanged);
  const other = $derived(job.plan.link(exchanged?.with));

  function mended(): void {
    const note = (l: Link) => ({
      action: 'repunch' as const,
      contacts: [],
      note: `exchanged with ${l === link ? other?.label : link.label}`,
    });
    const [it, its] = [link, other].filter((l) => l && job.statusOf(l.id).exchanged) as Link[];
    if (!it) return;
    const done = its && job.log.write(its.id, 'redone', note(its), 'head');
    const says = its ? `${it.label} and ${its.label}: exchanged back.` : `${it.label}: exchanged back.`;
    job.log.write(it.id, 'redone', note(it), 'head', says, { with: done ? [done] : [] });
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
