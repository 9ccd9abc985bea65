<script lang="ts">
  import { sentence } from '$core/wiring/words';
  import Toggle from '$lib/controls/Toggle.svelte';
  import { endName, saidOf } from '$core/model/end-name';
  import { onMount, untrack } from 'svelte';
  import { navigating, page } from '$app/state';
  import { fromSegment } from '$lib/address/address';
  import { MediaQuery } from 'svelte/reactivity';
  import type { Link } from '$core/model/job';
  import { copperAsOrdered } from '$core/copper/copper';
  import { mistakeText, PLACE_WORDS } from '$core/copper/mistake';
  import { specOf } from '$core/log/link-spec';
  import { placeOfFault } from '$core/log/measured';
  import { ENDS, type Contact } from '$core/wiring/conductors';
  import LampPad from '$lib/lamp-pad/LampPad.svelte';
  import Loom from '$lib/loom/Loom.svelte';
  import { forAScreen, leaving } from '$lib/controls/keys';
  import { movedUnderThumb } from '$lib/controls/press-guard.svelte';
  import SweepNext from '$lib/certify/SweepNext.svelte';
  import { useJob } from '$lib/job/open-job.svelte';
  import LeadsLine from '$lib/leads/LeadsLine.svelte';
  import MeterFace from '$lib/testers/MeterFace.svelte';
  import LampWalker from '$lib/testers/LampWalker.svelte';
  import MeasuredValues from './MeasuredValues.svelte';
  import Explanations from './Explanations.svelte';
  import OneEndNote from './OneEndNote.svelte';
  import RefusedNote from './RefusedNote.svelte';
  import OthersReading from './OthersReading.svelte';
  import ReadingOptions from './ReadingOptions.svelte';
  import NextStep from './NextStep.svelte';
  import { signals } from './signals.svelte';
  import ThreadSoFar from './ThreadSoFar.svelte';
  import WhatWasFound from '$lib/redo/WhatWasFound.svelte';
  import { TESTERS } from '$lib/job/tester-in-hand.svelte';
  import TesterSheet from '$lib/testers/TesterSheet.svelte';
  import ExchangedNote from '$lib/redo/ExchangedNote.svelte';
  import JoinedNote from '$lib/redo/JoinedNote.svelte';
  import LengthAndResult from './LengthAndResult.svelte';
  import { ProveSession } from './session.svelte';
  import { isAnswer, takeTypedAhead, typeAhead } from './typed-ahead';

  let { link }: { link: Link } = $props();
  const job = useJob();
  const session = untrack(() => new ProveSession(job, link));
  session.after = page.url.searchParams.get('then') === 'round' ? 'round' : 'next';
  let showsOptions = $state(false);
  onMount(() => {
    showsOptions = !upright;
    session.resume();
    const ahead = takeTypedAhead(link.id);
    if (session.untouched) for (const key of ahead) answer(key);
    if (page.url.searchParams.get('show') === 'last' && session.untouched) session.showLast();
    const endGuard = session.guard.shown();
    const endClock = session.leads.watchClock();
    return () => {
      session.leave();
      endClock();
      endGuard();
    };
  });
  const testerName = $derived(
    session.evidence !== null && session.evidence === job.tester.shows
      ? job.tester.name
      : TESTERS.find((t) => t.evidence === session.evidence)?.name,
  );
  let resumed = $state(false);
  /** The question what is in the hand was put away: it comes again at the press that needs the answer. */
  let declined = $state(false);
  onMount(() => {
    resumed = true;
  });
  $effect(() => {
    if (resumed) session.save();
  });
  // Somebody else took the device over: what they read with is asked before anything is logged.
  $effect(() => {
    if (!resumed || job.tester.shows !== null) return;
    session.evidence = null;
    declined = false;
  });

  const status = $derived(job.statusOf(link.id));
  const spec = $derived(specOf(link, job.plan.policy));
  const wide = new MediaQuery('min-width: 760px', true);
  const upright = $derived(!wide.current);
  const copper = $derived(session.explanation ?? copperAsOrdered(spec));
  const judgement = $derived(session.judgement);
  /** Mistakes that do not lie in the link's own copper: in a lead, or in what was read. */
  const outside = $derived(
    (session.explanation?.mistakes ?? []).filter((m) => m.where === 'setting' || m.where.startsWith('lead-')),
  );
  /** Something was done about a fail since: what it was is asked before it is forgotten. */
  const mended = $derived((status.thread?.redone.length ?? 0) + (status.thread?.repunched.length ?? 0) > 0);
  const failing = $derived(judgement?.verdict === 'fail');
  const judged = $derived(judgement !== null);
  /** What stands beside a verdict follows in the frame after it: the verdict is what somebody waits for. */
  let followed = $state(false);
  $effect(() => {
    if (!judged) return void (followed = false);
    let next: ReturnType<typeof setTimeout>;
    const frame = requestAnimationFrame(() => (next = setTimeout(() => (followed = true))));
    return () => {
      cancelAnimationFrame(frame);
      clearTimeout(next);
    };
  });
  /**
   * What the last reading said, where it was no pass; why an end was refused is no reading's, and stands above where it
   * was by eye.
   */
  const lastReason = $derived(
    status.lastReading?.verdict === 'pass' ||
      (status.lastReading?.verdict === 'provisional' && ENDS.some((e) => status[e].refused?.how === 'eye'))
      ? undefined
      : ENDS.map((e) => (status[e].refused ? undefined : status[e].reason)).find(Boolean),
  );
  const never = $derived(ENDS.filter((e) => status[e].state === 'bare'));
  const breakAt = $derived(session.measured && placeOfFault(session.measured, session.laid.lengthMetres));
  let typedProblem = $state('');

  $effect(() => {
    void [session.measured, session.lookedSoFar, session.checked, session.swapped, job.here.standingAt, session.problem && '']; // prettier-ignore
    if (!judged || followed) untrack(() => void session.diagnose());
  });

  // A fail is given as soon as it is read, once a reading.
  let given = '';
  const mountedAt = performance.now();
  $effect(() => {
    const fail = failing && !session.problem ? `${session.turn} ${judgement!.reason}` : '';
    untrack(() => {
      // What a reload brings back was given before.
      if (fail && fail !== given && performance.now() - mountedAt > 400)
        signals.give(link.label, 'fail', judgement!.reason);
      given = fail;
    });
  });

  // What is tapped on a screen that is left is meant for nobody.
  $effect(() => {
    session.pad.deaf = leaving();
  });

  /** What another device logs of this link is noted above what is pressed. */
  const told = $derived(status.entries);
  $effect(() => {
    void [link.id, told];
    movedUnderThumb();
  });

  /** Takes a key that says what a contact answered; false where it says nothing here. */
  function answer(key: string): boolean {
    const { pad } = session;
    if (/^[1-8]$/.test(key) || (pad.size === 9 && key.toLowerCase() === 's'))
      pad.tap(key.toUpperCase() as Contact);
    else if (key === '0' || key === '-') pad.tap(null);
    else if (key === '+') pad.adding = pad.answers.length > 0;
    else if (key === 'Backspace') pad.back();
    else return false;
    return true;
  }
  function onkeydown(event: KeyboardEvent): void {
    if (event.repeat || !forAScreen(event)) return;
    if (leaving()) {
      const { to, complete } = navigating;
      if (to?.params?.link && complete && isAnswer(event.key))
        typeAhead(fromSegment(to.params.link), event.key, complete);
      return;
    }
    if (answer(event.key)) return event.preventDefault();
    if ((event.key === 'a' || event.key === 'Enter') && session.untouched) void session.logAllGood();
    else if (event.key === 'Enter' && judgement) void session.log();
    else if (event.key === 'r') session.readAgain();
    else return;
    event.preventDefault();
  }
</script>

<svelte:window {onkeydown} />

<div
  class="grid flex-1 content-start gap-x-6 px-3 py-2 lg:grid-cols-[minmax(0,1fr)_20rem] lg:grid-rows-[auto_1fr] lg:px-5"
  data-armed={session.guard.ready}
>
  <div class="grid content-start gap-3 lg:col-start-1 lg:row-start-1">
    <ExchangedNote {link} />
    <JoinedNote {link} />
    {#if !judgement}<RefusedNote {link} />{/if}
    <OthersReading {link} />
    <OneEndNote {status} />
    {#if !judgement && ENDS.every((e) => status[e].state === 'proven')}<SweepNext {link} />{/if}
    <div aria-live="polite" class="min-h-8">
      {#if typedProblem || session.problem}
        <p class="border-l-4 border-wrong pl-3 text-wrong" role="alert">{typedProblem || session.problem}</p>
      {:else if judgement}
        <h2 class="text-xl font-bold lg:text-2xl" data-testid="verdict">
          {judgement.verdict === 'fail'
            ? 'Fail'
            : judgement.verdict === 'pass'
              ? judgement.star
                ? 'Pass, with a star'
                : 'Pass'
              : 'Provisional pass'}: <span class={failing ? 'text-wrong' : ''}>{judgement.reason}</span>
        </h2>
        {#if judgement.notRuledOut.length && !failing}<p class="text-faint">
            Not ruled out: {judgement.notRuledOut.join(', ')}.
          </p>{/if}
      {:else if never.length}
        <p>The log has no termination at the {never.join(' and the ')}. You may read it all the same.</p>
      {:else if status.lastReading}
        <p>
          Last reading {status.lastReading.current ? '' : '(before the redo) '}was a {sentence(
            `${status.lastReading.verdict === 'provisional' ? 'provisional pass' : status.lastReading.verdict}${lastReason ? `: ${lastReason}` : ''}`,
          )}
          {#if status.lastReading.verdict === 'fail'}
            <button
              class="min-h-12 font-semibold underline underline-offset-4 lg:min-h-0"
              onclick={() => session.showLast()}>Show it</button
            >
          {/if}
        </p>
      {:else}
        <p class="text-faint">Not read yet. Read all contacts, or log them all good at once.</p>
      {/if}
    </div>
  </div>
  <div
    class={[
      'mt-3 grid content-start gap-3 lg:col-start-1 lg:row-start-2',
      // On a phone what to do now comes before the drawing of why.
      upright && followed && failing && 'order-last',
    ]}
  >
    <div class={!upright || (followed && failing) ? '' : 'hidden'}>
      <Loom
        {copper}
        layouts={session.layouts}
        shielded={link.shielded}
        {upright}
        {breakAt}
        length={link.lengthMetres ? `${link.lengthMetres.toFixed(1)} m` : undefined}
        names={{ head: endName(link, 'head'), tail: endName(link, 'tail') }}
      />
      {#each outside as m, i (i)}
        <p class="border-l-4 border-wrong pl-3" data-testid="outside">
          Not in the copper drawn here: {saidOf(link, PLACE_WORDS[m.where])}, {mistakeText(m)}.
        </p>
      {/each}
    </div>

    {#if !(upright && followed && failing)}
      <LampPad pad={session.pad} {link} from={session.from} />
    {/if}
    {#if job.tester.unwell || session.testerSays || job.tester.says}
      <p class="border-l-4 border-wrong pl-3" role="alert">
        {job.tester.unwell || session.testerSays || job.tester.says}
      </p>
    {/if}
    {#if session.forAnother}
      <p class="border-l-4 border-wrong pl-3" role="alert" data-testid="for-another">
        The tester says this reading is of {session.forAnother.label}, not of {link.label}: it was not taken.
        {#if session.forAnother.link}
          <a
            class="font-semibold underline underline-offset-4"
            href={job.at('prove', session.forAnother.link.id)}>Go to {session.forAnother.link.label}</a
          >
        {/if}
      </p>
    {/if}
    {#if session.face}<MeterFace {...session.face} shielded={link.shielded} />{/if}
    {#if session.lampSteps.length && !failing}
      <LampWalker steps={session.lampSteps} shielded={link.shielded} from={session.from} />
    {/if}
    {#if session.evidence === 'wiremap-length' && session.distanceContacts.length}
      <div class="flex flex-wrap items-center gap-3">
        {#each session.distanceContacts as contact (contact)}
          <label class="text-sm"
            >metres from {saidOf(link, `the ${session.from}`)} to {contact}
            <input
              class="h-12 w-20 border border-rule bg-transparent px-2 font-mono"
              inputmode="decimal"
              bind:value={session.metres[contact]}
            />
          </label>
        {/each}
      </div>
    {/if}
  </div>

  <aside
    class="mt-3 grid content-start gap-3 lg:col-start-2 lg:row-span-2 lg:row-start-1 lg:mt-0 lg:border-l lg:border-(--rule) lg:pl-5"
  >
    {#if followed && failing && !session.problem}
      {#if judgement?.faults.length}<NextStep {session} /><ThreadSoFar {session} />{/if}
      {#if session.askAboutAllOpen}
        <button class="act" onclick={() => session.confirm('all-open')}
          >Right port, remote in: it is a fail</button
        >
      {:else}
        <fieldset class="flex items-center gap-2">
          <legend class="float-left mr-2 text-sm text-faint">to be done again</legend>
          {#each ENDS as end (end)}
            <Toggle
              tone="amiss"
              class="flex-1 font-semibold"
              pressed={session.blame.includes(end)}
              onclick={() => session.toggleBlame(end)}>{endName(link, end)}</Toggle
            >
          {/each}
        </fieldset>
        <button class={['act', session.unexplained && 'act-now']} onclick={() => session.log()}
          >Log fail, queue redo <kbd class="hidden key lg:inline">Enter</kbd></button
        >
      {/if}
      <button class="act" onclick={() => session.readAgain()}
        >Read again <kbd class="hidden key lg:inline">r</kbd></button
      >
      <Explanations {session} />
    {:else if followed && judgement && !failing && !session.problem && session.askAboutLength}
      <h3 class="text-xl font-bold" data-testid="question">{session.askAboutLength}</h3>
      <button class="act act-now" data-main-action onclick={() => session.readAgain()}
        >Read again <kbd class="hidden key lg:inline">PgDn</kbd></button
      >
      {#if session.lengthMayStand}
        <button class="act" onclick={() => session.confirm('length')}
          >It is this cable{session.length.trim() ? ', and this long' : ''}</button
        >
      {/if}
    {:else if followed && judgement && !failing && !session.problem}
      <button class="act act-now text-lg" data-main-action onclick={() => session.log()}
        >Log {judgement.verdict === 'pass' ? 'pass' : 'provisional pass'}, next {link.cord ? 'cord' : 'port'}
        <kbd class="hidden key lg:inline">Enter</kbd></button
      >
      <button class="act" onclick={() => session.readAgain()}
        >Read again <kbd class="hidden key lg:inline">r</kbd></button
      >
      {#if mended && !status.foundSinceFail}<WhatWasFound {link} />{/if}
    {:else if session.spent}
      <button class="act min-h-20 act-now text-lg" data-main-action onclick={() => session.readAgain()}
        >Read again <kbd class="hidden key lg:inline">r</kbd></button
      >
    {:else}
      <button
        class="act min-h-20 act-now text-lg"
        data-main-action={session.untouched || session.allGoodNeeds !== null ? '' : undefined}
        disabled={session.pad.answers.length > 0}
        onclick={() => session.logAllGood()}
      >
        <span
          >All {session.pad.size === 9 ? 'nine' : 'eight'} good{testerName ? `, by ${testerName}` : ''}<br
          /><span class="font-normal"
            >{session.allGoodNeeds === 'length'
              ? 'its length is needed too'
              : session.allGoodNeeds === 'result'
                ? "the tester's own result is needed too"
                : session.allGoodNeeds === 'tester'
                  ? 'what is in your hand?'
                  : link.shielded && session.pad.size === 8
                    ? 'the shield is not looked at: provisional'
                    : `log it, next ${link.cord ? 'cord' : 'port'}`}</span
          ></span
        ><kbd class="hidden key lg:inline">a</kbd>
      </button>
      {#if session.looksAtSplits && !session.pad.answers.length}
        <button class="act" onclick={() => session.straightButSplit()}>Straight, but split 3-6 and 4-5</button
        >
      {/if}
      {#if status.thread || session.knows}<ThreadSoFar {session} />{/if}
      {#if session.problem || session.pad.answers.length}<button
          class="act"
          onclick={() => session.readAgain()}>Read again <kbd class="hidden key lg:inline">r</kbd></button
        >{/if}
      <p class="text-sm text-faint">
        Disconnect equipment at both ends before you test: a port in service can carry 57 V. Local codes come
        first.
      </p>
    {/if}
    {#if session.measuresLength && !failing}{#key session.turn}<LengthAndResult {session} />{/key}{/if}
    {#if job.tester.overdue}
      <p class="border-l-4 border-wrong pl-2 text-sm">
        The calibration of {job.tester.name} was due on {job.tester.overdue}.
      </p>
    {/if}
    <LeadsLine leads={session.leads} />
    <details class="border-t border-rule" bind:open={showsOptions}>
      <summary class="flex min-h-12 cursor-pointer items-center text-sm"
        >Tester: {testerName ?? 'not said'}{job.tester.line ? ', on the line' : ''}, main unit at the {session.from}
        (change, splits, type)</summary
      >
      <div class="pb-2"><ReadingOptions {session} {testerName} bind:typedProblem /></div>
    </details>
    <MeasuredValues {session} />
  </aside>
</div>
{#if job.tester.asking || (resumed && session.evidence === null && !declined)}
  <TesterSheet
    onchoose={(e) => session.use(e)}
    onclose={() => {
      job.tester.asking = false;
      declined = true;
    }}
  />
{/if}
