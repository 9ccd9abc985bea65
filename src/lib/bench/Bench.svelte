<script lang="ts">
  import { asking } from '$lib/address/address';
  import { goto } from '$app/navigation';
  import { onMount, untrack } from 'svelte';
  import { ALWAYS_FULL } from '$core/bench/gates';
  import Segments from '$lib/controls/Segments.svelte';
  import { guideText, type Ground } from '$core/bench/guide-text';
  import { whyOf } from '$core/bench/why';
  import { tricksAt, waitsAt } from '$core/bench/tricks';
  import { belongsAt, type BenchConductor, type BenchContact } from '$core/bench/seats';
  import type { Link } from '$core/model/job';
  import type { End } from '$core/wiring/conductors';
  import { forThisScreen, leaving, typing } from '$lib/controls/keys';
  import { keepAwake } from '$lib/device/awake';
  import { useJob } from '$lib/job/open-job.svelte';
  import { conductorText } from '$lib/strand/words';
  import Cautions from './Cautions.svelte';
  import { settings } from '$lib/device/settings.svelte';
  import BigRows from './BigRows.svelte';
  import CutLength from './CutLength.svelte';
  import DepthChoice from './DepthChoice.svelte';
  import OneTap from './OneTap.svelte';
  import PhotoCompare from './PhotoCompare.svelte';
  import PhotoButton from '$lib/photo/PhotoButton.svelte';
  import ConnectorDrawing from './ConnectorDrawing.svelte';
  import Countdown from './Countdown.svelte';
  import HandsFreeBar from './HandsFreeBar.svelte';
  import { HandsFree } from './hands-free.svelte';
  import GateSteps from './GateSteps.svelte';
  import GateTrack from './GateTrack.svelte';
  import IdentifyGate from './IdentifyGate.svelte';
  import LayGate from './LayGate.svelte';
  import LogGate from './LogGate.svelte';
  import LookGate from './LookGate.svelte';
  import ReadBackGate from './ReadBackGate.svelte';
  import { BenchSession } from './session.svelte';

  let { link, end }: { link: Link; end: End } = $props();
  const job = useJob();
  const session = untrack(() => new BenchSession(job, link, end));
  onMount(keepAwake);
  /** What a press of the main action on screen does. */
  const pressMain = () => document.querySelector<HTMLElement>('[data-main-action]:not(:disabled)')?.click();
  const hands = untrack(() => new HandsFree(session, pressMain));
  onMount(() => {
    hands.resume();
    return () => hands.letGo();
  });
  $effect(() => {
    void session.gate;
    untrack(() => hands.begin());
  });
  /** Any key answers while hands are free; those that leave or type do what they do everywhere. */
  const NOT_ANSWERS = new Set(['Escape', 'Tab', 'Shift', 'Control', 'Alt', 'Meta', 'PageUp', 'Backspace']);
  function byEar(event: KeyboardEvent): boolean {
    if (hands.on && event.key === 'Escape') hands.turn(false);
    if (!hands.on || typing(event) || NOT_ANSWERS.has(event.key) || event.ctrlKey || event.metaKey || event.altKey) return false; // prettier-ignore
    if (document.querySelector('[role=dialog]')) return false;
    event.preventDefault();
    event.stopPropagation();
    return true;
  }
  onMount(() => {
    session.resume();
    return session.guard.shown();
  });
  const status = $derived(job.statusOf(link.id)[end]);
  const reading = $derived(session.gate === 'read-back');
  const firstUse = $derived(session.gate === 'identify' && session.cautionsNew);
  /** Gates whose work is in the hands and not in the drawing: a phone has no room for both. */
  const handsOnly = $derived(
    ['identify', 'prep', 'log'].includes(session.gate) || (reading && !session.held.length),
  );
  /** Whoever is new sees what goes wrong and what helps without asking. */
  const trainee = $derived(job.plan.crew.find((p) => p.id === job.here.me)?.role === 'trainee');
  const usual = $derived(
    session.gate === 'identify' || session.gate === 'lay' ? session.guide.usualMistakes : [],
  );
  const tricks = $derived(tricksAt(session.connector, session.gate));
  const waits = $derived(waitsAt(session.connector, session.gate));
  const GROUNDS = [
    ['internal', 'springs inside'],
    ['external', 'wing outside'],
  ] as const satisfies readonly (readonly [Ground | '', string])[];
  const remindable = $derived(!ALWAYS_FULL.has(session.gate));
  /** One press for the whole end: nothing wants reading first, and nothing was begun gate by gate. */
  let byGates = $state(false);
  const onePress = $derived(
    session.depth === 'sweep' &&
      session.asUsual &&
      !byGates &&
      !session.held.length &&
      session.gate === session.firstGate() &&
      !session.cautionsNew,
  );
  async function pressOnce(): Promise<void> {
    if (!session.guard.take()) return;
    session.log();
    await logged();
  }
  const done = $derived({
    identify: link.cord ? 'Cut and marked' : 'It is this one',
    prep: 'Prepared',
    lay: 'In order',
  } as const);

  /** While it is read back only what was named is shown: the scheme would give it away. */
  function shows(contact: BenchContact): BenchConductor | null {
    if (!reading) return belongsAt(session.connector, session.order, contact);
    return session.held[session.contacts.indexOf(contact)] ?? null;
  }

  async function logged(): Promise<void> {
    const next = link.cord ? null : job.nextBare(link.id, end);
    await goto(
      link.cord
        ? job.afterCord(link.cord, link.id)
        : next
          ? job.at('bench', next.id, end)
          : job.at('prove', link.id),
      { noScroll: true },
    );
  }

  function onkeydown(event: KeyboardEvent): void {
    if (event.key !== 'PageUp' || !forThisScreen(event)) return;
    session.back();
    event.preventDefault();
  }
</script>

<svelte:window
  {onkeydown}
  onkeydowncapture={(e) => byEar(e) && !e.repeat && !leaving() && hands.down()}
  onkeyupcapture={(e) => byEar(e) && hands.up()}
  onblur={() => hands.letGo()}
/>

{#snippet onward()}
  {#if session.gate === 'identify' || session.gate === 'prep' || session.gate === 'lay'}
    <button
      class="in-reach act min-h-13 act-now text-lg"
      data-main-action
      disabled={!session.guard.ready}
      onclick={() => session.press()}
      >{done[session.gate]} <kbd class="hidden key lg:inline">PgDn</kbd></button
    >
  {/if}
{/snippet}

<GateTrack {session} />
{#if hands.on}<HandsFreeBar {hands} />{/if}
<div
  class="grid flex-1 content-start gap-x-8 gap-y-2 px-3 py-2 hand-columns lg:grid-cols-[minmax(0,1fr)_26rem] lg:px-5 lg:py-4 short:grid-cols-2"
  data-gate={session.gate}
>
  <div class="grid content-start gap-2">
    {#each session.reminded as gate (gate)}
      {#if gate === 'identify' && link.cord}<GateSteps {session} gate="identify" />{:else}
        <p class="flex items-center gap-2 border-b border-rule text-sm">
          <span class="flex-1"
            ><strong>{gate}</strong>
            {guideText(session.guide.gates[gate as 'prep'].reminder, session.guide, session.setting)}</span
          >
          <button
            class="min-h-12 px-2 underline underline-offset-4"
            onclick={() => session.remind(gate, false)}>in full</button
          >
        </p>{/if}
    {/each}
    <div class={handsOnly ? 'hidden lg:block' : ''}>
      {#if settings.big}
        <BigRows
          contacts={session.contacts}
          {shows}
          here={reading && !session.mismatch ? (session.contacts[session.held.length] ?? null) : null}
          wrong={session.mismatch ? [session.mismatch.contact] : session.toldWrong ? [session.toldWrong] : []}
        />
      {:else}
        <ConnectorDrawing
          family={session.connector}
          seen={session.seen}
          shielded={link.shielded}
          {shows}
          small={reading}
          here={reading && !session.mismatch ? (session.contacts[session.held.length] ?? null) : null}
          wrong={session.mismatch ? [session.mismatch.contact] : session.toldWrong ? [session.toldWrong] : []}
        />
      {/if}
    </div>
  </div>
  <section class="grid content-start gap-2 lg:gap-3" aria-label={session.gate}>
    {#if firstUse}<Cautions {session} />{/if}
    {#if !firstUse && session.gate === session.firstGate()}<DepthChoice {session} offer />{/if}
    {#if session.gate === session.firstGate() && status.state !== 'bare'}
      <p>
        {status.attempt
          ? `Attempt ${status.attempt} by ${job.plan.person(status.by)}`
          : 'Made by nobody the log knows'}: {status.state}{status.reason ? `, ${status.reason}` : ''}.
      </p>
    {/if}
    {#if onePress}
      <OneTap {session} />
      <button
        class="in-reach act min-h-16 act-now text-lg"
        data-main-action
        disabled={!session.guard.ready}
        onclick={pressOnce}
        >{link.label} read back, looked at, done <kbd class="hidden key lg:inline">PgDn</kbd></button
      >
      <button class="act" onclick={() => (byGates = true)}>Gate by gate</button>
    {:else if session.gate === 'identify'}<IdentifyGate {session} />
    {:else if session.gate === 'lay'}<LayGate {session} action={onward} />
    {:else if session.gate === 'read-back'}<ReadBackGate {session} />
    {:else if session.gate === 'look'}<LookGate {session} onlogged={logged} />
    {:else if session.gate === 'log'}<LogGate {session} onlogged={logged} />
    {:else}
      {#if session.gate === 'seat' && session.connector === 'shielded-plug'}
        <Segments
          label="Where this plug takes the drain"
          options={GROUNDS}
          value={session.ground}
          onchoose={(g) => g && session.setGround(g)}
        />
      {/if}
      <GateSteps {session} gate={session.gate} />
      {#if session.gate === 'prep'}
        <a
          class="flex min-h-12 items-center font-semibold underline underline-offset-4"
          href={asking(job.at('gauge', session.connector), { link: link.id, end })}
          >hold the cable against the life-size gauge</a
        >
        {#if !link.cord}<CutLength {session} />{/if}
      {/if}
    {/if}
    {#if !firstUse}<Cautions {session} />{/if}
    {#if !firstUse && (session.gate === 'identify' || session.gate === 'prep')}
      {@render onward()}
    {:else if session.gate === 'seat'}
      {#if !session.readBack}
        <p class="border-l-4 border-wrong pl-3" role="alert">
          {session.mismatch
            ? `Contact ${session.mismatch.contact} holds ${conductorText(session.mismatch.holds)}, by what was read.`
            : 'The order was not read back yet.'}
        </p>
        <button
          class="in-reach act min-h-13 act-now text-lg"
          data-main-action
          disabled={!session.guard.ready}
          onclick={() => session.to('read-back')}
          >Read it back first <kbd class="hidden key lg:inline">PgDn</kbd></button
        >
        <button class="act" onclick={() => session.press()}>{session.guide.seated} without it</button>
      {:else}
        <button
          class="in-reach act min-h-13 act-now text-lg"
          data-main-action
          disabled={!session.guard.ready}
          onclick={() => session.press()}
          >{session.guide.seated} <kbd class="hidden key lg:inline">PgDn</kbd></button
        >
      {/if}
    {/if}
    {#if trainee}<p class="border-l-4 border-ink pl-3 text-sm" data-testid="why">
        {whyOf(session.connector, session.gate)}
      </p>{/if}
    {#if session.gate !== 'log'}
      <details>
        <summary
          class="flex min-h-12 cursor-pointer items-center text-sm text-faint underline underline-offset-4"
          >a picture of it, or how much is shown</summary
        >
        <div class="grid gap-2">
          <PhotoButton {link} {end} />
          <PhotoCompare {session} />
          <DepthChoice {session} />
        </div>
      </details>
    {/if}
    {#if remindable && !onePress}
      <button
        class="min-h-12 text-left text-sm text-faint underline underline-offset-4"
        onclick={() => session.remind(session.gate, true)}
        >I know this gate: only remind me from now on</button
      >
    {/if}
    {#if !hands.on}
      <button
        class="min-h-12 text-left text-sm text-faint underline underline-offset-4"
        onclick={() => hands.turn(true)}>hands free: it is said aloud, a pedal or any key answers</button
      >
    {/if}
    {#if waits}<Countdown {...waits} />{/if}
    {#if tricks.length || usual.length}
      <details class="text-sm" open={trainee}>
        <summary class="flex min-h-12 cursor-pointer items-center text-faint"
          >{usual.length ? 'what usually goes wrong here, and what helps' : 'what helps here'}</summary
        >
        <ul class="list-disc pl-5">
          {#each usual as m (m)}<li class="font-semibold">{m}</li>{/each}
          {#each tricks as t (t)}<li>{t}</li>{/each}
        </ul>
        {#if usual.length}<p class="mt-1">It takes {session.guide.consumables.join(', ')}.</p>{/if}
      </details>
    {/if}
  </section>
</div>
