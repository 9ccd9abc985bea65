<script lang="ts">
  import type { Link } from '$core/model/job';
  import type { LogEntry } from '$core/model/entry';
  import { useJob } from '$lib/job/open-job.svelte';

  /** What is known of a link that answered at another one's outlet: a good wire map alone does not clear it. */
  let { link }: { link: Link } = $props();
  const job = useJob();
  const exchanged = $derived(job.statusOf(link.id).exchanged);
  const other = $derived(job.plan.link(exchanged?.with));

  /** This link and the other, as far as they are held to be exchanged. */
  const held = (): Link[] =>
    [link, other].flatMap((l) => (l && job.statusOf(l.id).exchanged?.mended === false ? [l] : []));

  /** The tester was in another port, or its remote in another outlet: what was logged of either is taken back. */
  function misread(): void {
    const [it, its] = held();
    if (!it) return;
    const takeBack = (l: Link, says?: string, before?: LogEntry) => {
      const data = { entry: job.statusOf(l.id).exchanged!.entry, reason: 'It was misread.' };
      return job.log.write(l.id, 'void', data, undefined, says, { with: before ? [before] : [] });
    };
    const done = its && takeBack(its);
    takeBack(it, `${[it, its].flatMap((l) => l?.label ?? []).join(' and ')}: not exchanged.`, done);
  }

  function mended(): void {
    const note = (l: Link) => ({
      action: 'repunch' as const,
      contacts: [],
      note: `exchanged with ${l === link ? other?.label : link.label}`,
    });
    const [it, its] = held();
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
        {#if exchanged.byOther}
          {other?.label ?? exchanged.with} answered at the outlet of {link.label}: the two are exchanged.
        {:else}
          {link.label} answered at the outlet of {other?.label ?? exchanged.with}: the two are exchanged.
        {/if} A good reading proves nothing here until they are exchanged back.
      </p>
      <div class="mt-2 grid grid-cols-2 gap-2">
        <button class="act" onclick={mended}>I exchanged them back</button>
        <button class="act" onclick={misread}>No: it was misread</button>
      </div>
    {/if}
  </div>
{/if}
