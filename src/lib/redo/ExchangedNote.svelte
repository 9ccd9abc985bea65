<script lang="ts">
  import { asking } from '$lib/address/address';
  import type { Link } from '$core/model/job';
  import type { LogEntry } from '$core/model/entry';
  import { wantsExchange } from '$core/log/rework';
  import { exchangedBackEntries } from '$core/survey/answered';
  import type { PressGuard } from '$lib/controls/press-guard.svelte';
  import { useJob } from '$lib/job/open-job.svelte';

  /** What is known of a link that answered at another one's outlet: a good wire map alone does not clear it. */
  interface Props {
    link: Link;
    /** What keeps a second tap from what moves up under the finger, on a screen with several links. */
    guard?: PressGuard;
  }
  let { link, guard }: Props = $props();
  const job = useJob();
  const exchanged = $derived(job.statusOf(link.id).exchanged);
  const other = $derived(job.plan.link(exchanged?.with));

  /** Whether a link is held to be exchanged, and nobody has exchanged it back. */
  const isHeld = (l: Link | undefined): l is Link => l !== undefined && wantsExchange(job.statusOf(l.id));

  function isMeant(): boolean {
    if (!guard) return true;
    if (!guard.take()) return false;
    guard.shown();
    return true;
  }

  /** The tester was in another port, or its remote in another outlet: what was logged of it, and so of the other, is taken back. */
  function misread(): void {
    if (!isMeant()) return;
    const takeBack = (l: Link, says?: string, before: LogEntry[] = []) => {
      const data = { entry: job.statusOf(l.id).exchanged!.entry, reason: 'It was misread.' };
      return job.log.write(l.id, 'void', data, undefined, says, { with: before });
    };
    const both = isHeld(other) && job.statusOf(other.id).exchanged?.with === link.id;
    const done = both ? [takeBack(other)] : [];
    takeBack(link, `${both ? `${link.label} and ${other.label}` : link.label}: not exchanged.`, done);
  }

  /** The two change places at the panel. */
  function mended(): void {
    if (!isMeant()) return;
    const both = isHeld(other) ? [other, link] : [link];
    const nameOf = (l: Link) => (l === link ? (other?.label ?? exchanged!.with) : link.label);
    const told = both.flatMap((l) =>
      exchangedBackEntries({ link: l.id, with: nameOf(l), status: job.statusOf(l.id) }),
    );
    const says = `${both
      .map((l) => l.label)
      .reverse()
      .join(' and ')}: exchanged back.`;
    const done: LogEntry[] = [];
    for (const [i, e] of told.entries())
      done.push(job.log.write(e.link, e.kind, e.data, e.end, i === told.length - 1 ? says : undefined, { with: [...done] })); // prettier-ignore
  }
</script>

{#if exchanged}
  <div class="border-l-4 border-wrong pl-3" role="alert" data-testid="exchanged-note">
    {#if exchanged.mended}
      <p>
        {link.label} was exchanged with {other?.label ?? exchanged.with}, and is said to be exchanged back. A
        wire map cannot tell the two apart: put a numbered remote into its own outlet and read it in a round.
      </p>
      <a
        class={['mt-2 act', guard && 'act-now']}
        href={asking(job.at('round'), { only: [link.id, exchanged.with].join(',') })}
        >A round for {link.label} and {other?.label ?? exchanged.with}</a
      >
    {:else}
      <p>
        {#if exchanged.byOther}
          {other?.label ?? exchanged.with} answered at the outlet of {link.label}: the two are exchanged.
        {:else}
          {link.label} answered at the outlet of {other?.label ?? exchanged.with}: the two are exchanged.
        {/if} A good reading proves nothing here until they are exchanged back.
      </p>
      <div class="mt-2 grid grid-cols-2 gap-2">
        <button class={['act', guard && 'act-now']} onclick={mended}>I exchanged them back</button>
        <button class="act" onclick={misread}>No: it was misread</button>
      </div>
    {/if}
  </div>
{/if}
