<script lang="ts">
  import Toggle from '$lib/controls/Toggle.svelte';
  import { onMount, untrack } from 'svelte';
  import { beginSearch, doNext, ratingOfSearch, type FindStep, type Search } from '$core/drill/which-end';
  import type { PlannedAction } from '$core/diagnose/plan';
  import { PLACE_WORDS, mistakeText } from '$core/copper/mistake';
  import type { Conversation } from '$core/practice/conversation';
  import { writeWalk } from '$core/reading/walk';
  import { conductorLabel, CONTACTS, type End } from '$core/wiring/conductors';
  import { layoutsFor, laidAt } from '$core/wiring/schemes';
  import { bestWayHere } from '$lib/diagnosis/client';
  import Segments from '$lib/controls/Segments.svelte';
  import type { DrillSession } from './session.svelte';

  /** A fault that is really there is looked for, minute by minute; afterwards the planner's way stands beside it. */
  let { session }: { session: DrillSession } = $props();
  let search = $state.raw<Search>(untrack(() => beginSearch(session.skill!.id, Math.random)));
  const begun = untrack(() => search);
  let end = $state<End>('head');
  let chosen = $state.raw<readonly number[]>([]);
  let best = $state.raw<Conversation | null>(null);
  let gaveUp = $state(false);
  const connector = $derived(begun.world.link[end].connector);
  const layouts = layoutsFor(begun.world.link);
  const answered = $derived(session.marked !== null);
  /** Nothing more is to be done: it passes, or somebody gave up. */
  const over = $derived(answered || search.found || gaveUp);
  onMount(async () => {
    best = await bestWayHere(begun.world).catch(() => null);
  });

  function act(did: PlannedAction): void {
    if (over || !session.guard.take()) return;
    search = doNext(search, did);
    chosen = [];
    session.guard.shown();
    if (search.found) void finish();
  }
  async function finish(): Promise<void> {
    best ??= await bestWayHere(begun.world).catch(() => null);
    // Without the best way to hold it against, finding it is what counts.
    const least = best?.minutes ?? search.minutes;
    const rating = search.found ? ratingOfSearch(search.minutes, least) : 1;
    session.rate(
      {
        right: rating > 1,
        ...(rating > 1 ? {} : { slip: `${search.minutes.toFixed(1)} min, the best way ${least.toFixed(1)}` }),
      },
      rating,
    );
  }
  const turn = (c: number) => (chosen = chosen.includes(c) ? chosen.filter((x) => x !== c) : [...chosen, c]);
  const where = (e: End) => (e === 'head' ? 'the panel' : 'the outlet');
  const didWords = (a: PlannedAction): string =>
    a.action === 'look'
      ? `looked at ${CONTACTS[a.contact]} at the ${a.end}`
      : a.action === 'repunch'
        ? `punched ${a.contacts.map((c) => CONTACTS[c]).join(', ')} again at the ${a.end}`
        : a.action === 'redo'
          ? `did the ${a.end} again`
          : a.action === 'swap-lead'
            ? `took another lead at the ${a.end}`
            : a.action === 'check'
              ? 'checked port and remote'
              : 're-pulled the cable';
  function seenWords(s: FindStep): string {
    if (s.look === null) return 'no conductor lies there';
    if (s.look)
      return `${conductorLabel(s.look.conductor)}, ${s.look.open ? 'not home' : 'looks home'}${s.look.bridged ? ', joined to its neighbour' : ''}`;
    return s.reading ? `reads ${writeWalk(s.reading.walk)}` : '';
  }
  const bestSteps = $derived(best?.steps.filter((s) => s.diagnosis.next.action !== 'none') ?? []);
</script>

<p class="text-xl font-bold">This link fails. Find out why, in as few minutes as you can.</p>
<dl class="grid grid-cols-[auto_1fr] gap-x-4 border border-rule p-3">
  <dt>it reads</dt>
  <dd class="font-mono text-lg" data-testid="reads">
    {writeWalk(search.reading.walk)}{search.reading.splits?.length
      ? `, split ${search.reading.splits.join(' ')}`
      : ''}
  </dd>
  <dt>you stand at</dt>
  <dd>{where(search.standingAt)}</dd>
  <dt>so far</dt>
  <dd class="font-mono">{search.minutes.toFixed(1)} min</dd>
</dl>
{#if !over}
  <Segments
    label="At which end"
    options={[
      ['head', `at the panel${search.standingAt === 'head' ? '' : ', 4 min away'}`],
      ['tail', `at the outlet${search.standingAt === 'tail' ? '' : ', 4 min away'}`],
    ]}
    value={end}
    onchoose={(e) => {
      end = e;
      chosen = [];
    }}
  />
  <div class="grid grid-cols-4 gap-1.5 sm:grid-cols-8" role="group" aria-label="Contacts of this end">
    {#each CONTACTS as c, i (c)}
      <Toggle
        tone="bright"
        class="font-mono"
        pressed={chosen.includes(i)}
        aria-label="contact {c}, should hold {conductorLabel(laidAt(layouts[end], c))}"
        onclick={() => turn(i)}
        >{c}<span class="block text-xs">{conductorLabel(laidAt(layouts[end], c))}</span></Toggle
      >
    {/each}
  </div>
  <div class="grid gap-1.5 sm:grid-cols-2">
    <button
      class={['act', chosen.length === 1 && 'act-now']}
      disabled={chosen.length !== 1}
      onclick={() => act({ action: 'look', end, contact: chosen[0]! })}>Look at it</button
    >
    {#if connector === 'jack'}
      <button
        class="act"
        disabled={!chosen.length}
        onclick={() => act({ action: 'repunch', end, contacts: [...chosen].sort() })}
        >Move or punch {chosen.length === 1 ? 'it' : 'them'} again</button
      >
    {/if}
    <button class="act" onclick={() => act({ action: 'redo', end })}>Do the whole {end} again</button>
    {#if begun.world.leads[end] !== 'none'}
      <button class="act" onclick={() => act({ action: 'swap-lead', end })}>Take another lead here</button>
    {/if}
    <button class="act" onclick={() => act({ action: 'check' })}>Check port and remote</button>
    <button
      class="min-h-12 underline underline-offset-4"
      onclick={() => {
        gaveUp = true;
        void finish();
      }}>I give up: show me</button
    >
  </div>
{/if}
{#if search.steps.length}
  <ol class="border-t border-rule">
    {#each search.steps as s, i (i)}
      <li class="flex gap-3 border-b border-rule py-1">
        <span class="w-16 shrink-0 font-mono">{s.minutes.toFixed(1)} min</span>
        <span>{didWords(s.did)}: {seenWords(s)}</span>
      </li>
    {/each}
  </ol>
{/if}
{#if over && !answered}<p class="text-lg">Working out the planner’s way …</p>{/if}
{#if answered && best}
  <section class="grid gap-1" aria-label="The best way">
    <p class="text-lg font-bold">
      {gaveUp ? 'The planner’s way' : `You took ${search.minutes.toFixed(1)} min; the planner`} takes {best.minutes.toFixed(
        1,
      )} min:
    </p>
    <ol class="border-t border-rule">
      {#each bestSteps as s, i (i)}
        {@const { next, explanations } = s.diagnosis}
        <li class="border-b border-rule py-1">
          <span class="font-mono">{next.minutes.toFixed(1)} min</span>
          {next.action === 'look'
            ? `look at ${next.contact} at the ${next.end}`
            : next.action === 'repunch'
              ? `punch ${next.contacts?.join(', ')} again at the ${next.end}`
              : next.action === 'redo'
                ? `do the ${next.end} again`
                : next.action === 'swap-lead'
                  ? `another lead at the ${next.end}`
                  : next.action}
          <span class="block text-sm text-faint"
            >believes {explanations
              .slice(0, 2)
              .map(
                (x) =>
                  `${Math.round(x.probability * 100)}% ${x.mistakes.map((m) => `${PLACE_WORDS[m.where]} ${mistakeText(m)}`).join(', ')}`,
              )
              .join('; ')}</span
          >
        </li>
      {/each}
    </ol>
  </section>
{/if}
