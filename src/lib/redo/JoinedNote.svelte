<script lang="ts">
  import { asking } from '$lib/address/address';
  import { linkNamed } from '$core/plan/link-named';
  import { namedJoinedEntries, partedEntries } from '$core/survey/answered';
  import type { LogEntry } from '$core/model/entry';
  import type { Link } from '$core/model/job';
  import { ENDS } from '$core/wiring/conductors';
  import { useJob } from '$lib/job/open-job.svelte';

  /** What is known of a link whose cable copper joined with another: a good wire map of one of them does not clear it. */
  interface Props {
    link: Link;
    /** What it leads to is what to do next. */
    now?: boolean;
  }
  let { link, now = false }: Props = $props();
  const job = useJob();
  const joined = $derived(job.statusOf(link.id).joined);
  const others = $derived(joined?.with.map((id) => job.plan.link(id)?.label ?? id).join(' and ') ?? '');
  const id = $props.id();
  /** Made at both ends, and of neither is anything said that is to be put right by itself. */
  const isSound = (l: string) =>
    ENDS.every((end) => !['bare', 'failed'].includes(job.statusOf(l)[end].state));

  /** Both are parted by that: each that was found joined with the other is to be read again. */
  function parted(): void {
    const besides = joined!.with.filter((l) => {
      const its = job.plan.link(l) && job.statusOf(l).joined;
      return its && !its.mended && its.with.includes(link.id) && isSound(l);
    });
    const entries = partedEntries([...besides, link.id]);
    const done: LogEntry[] = [];
    for (const [i, e] of entries.entries())
      done.push(job.log.write(e.link, e.kind, e.data, e.end, i === entries.length - 1 ? `${link.label} and ${others}: parted.` : undefined, { with: [...done] })); // prettier-ignore
  }
  let named = $state('');
  let problem = $state('');

  /** Who parts two cables has both in hand, and can say which the other is. */
  function name(event: SubmitEvent): void {
    event.preventDefault();
    const other = linkNamed(job.plan.links)(named);
    problem = !other
      ? `There is no link ${named.trim() || 'without a label'} in this job: type its label as it stands on the cable.`
      : other.id === link.id
        ? `That is ${link.label} itself: type the label of the other cable.`
        : '';
    if (!other || problem) return;
    const [own, its] = namedJoinedEntries(link, other);
    const written = job.log.write(its!.link, its!.kind, its!.data, its!.end);
    job.log.write(own!.link, own!.kind, own!.data, own!.end, `${link.label} and ${other.label}: joined, both to be done again.`, { with: [written] }); // prettier-ignore
    named = '';
  }
</script>

{#if joined}
  <div class="border-l-4 border-wrong pl-3" role="alert" data-testid="joined-note">
    {#if joined.another}
      <p>
        Copper joined the cable of {link.label} with {others && `${others} and with `}one that nobody named,
        which no wire map of one cable sees. Find where they touch and say which cable the other is: then both
        are read in one round.
      </p>
      <form class="mt-2 grid max-w-md grid-cols-[1fr_auto] items-end gap-2" onsubmit={name}>
        <label class="min-w-0 text-sm"
          >label of the other cable<input
            class="field font-mono"
            maxlength="80"
            autocomplete="off"
            aria-describedby={problem ? `${id}-problem` : undefined}
            bind:value={named}
            oninput={() => (problem = '')}
          /></label
        >
        <button class="act px-3">This one</button>
        {#if problem}<p id="{id}-problem" class="col-span-2" role="status">{problem}</p>{/if}
      </form>
    {:else}
      <p>
        Copper joined the cable of {link.label} with {others}, which no wire map of one cable sees. Part them,
        then read them in one round by numbered remotes.
      </p>
      {#if joined.mended}
        <a
          class={['mt-2 act', now && 'act-now']}
          href={asking(job.at('round'), { only: [link.id, ...joined.with].join(',') })}
          >A round for {link.label} and {others}</a
        >
      {:else if isSound(link.id)}
        <button class="mt-2 act" onclick={parted}>I parted them</button>
      {/if}
    {/if}
  </div>
{/if}
