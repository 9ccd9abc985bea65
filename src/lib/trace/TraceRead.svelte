<script lang="ts">
  import { asking } from '$lib/address/address';
  import { walkWords } from '$core/survey/distance';
  import { forThisScreen } from '$lib/controls/keys';
  import { useJob } from '$lib/job/open-job.svelte';
  import { farWords } from '$core/plan/whereabouts';
  import WalkOut from '$lib/round/WalkOut.svelte';
  import { PressGuard, STEP_AFTER_MS } from '$lib/controls/press-guard.svelte';
  import type { TraceSession } from './session.svelte';

  let { session }: { session: TraceSession } = $props();
  const job = useJob();
  let several = $state<number[] | null>(null);
  /** The number of a remote that answers and is in no outlet of this round: somebody else's. */
  let stranger = $state('');
  const strange = $derived.by(() => {
    const n = Number(stranger);
    return Number.isInteger(n) && n >= 1 && n <= 99 && !numbers.includes(n) ? n : null;
  });
  const answering = $derived([...(several ?? []), ...(strange === null ? [] : [strange])]);
  function answerSeveral(): void {
    if (!guard.take()) return;
    session.answer(answering);
    toOne();
  }
  /** What was tapped for one cable is none of the next. */
  function toOne(): void {
    several = null;
    stranger = '';
  }
  function toggleSeveral(): void {
    if (several) toOne();
    else several = [];
  }
  let choosing = $state(false);
  /** A second tap, or one that meets what another phone just answered, is none of the cable that is asked now. */
  const guard = new PressGuard(undefined, STEP_AFTER_MS);
  $effect(() => {
    void [session.cable, session.at, session.out];
    return guard.shown();
  });
  const answer = (given: readonly number[]) => {
    if (guard.take()) session.answer(given);
  };
  /** Cables were not tried in this round: whether they are silent is asked. */
  let asked = $state(false);
  const numbers = $derived(session.round?.placed.map((p) => p.remote) ?? []);
  const lastLink = $derived.by(() => {
    const last = session.lastSays && session.outcome.cables.get(session.lastSays.cable);
    return last && 'link' in last ? job.plan.link(last.link) : undefined;
  });

  function press(n: number): void {
    if (several) several = several.includes(n) ? several.filter((x) => x !== n) : [...several, n];
    else answer([n]);
  }
  function onkeydown(event: KeyboardEvent): void {
    if (!forThisScreen(event)) return;
    if (!session.out || session.cable === null) return;
    if (/^\d$/.test(event.key) && numbers.includes(Number(event.key))) press(Number(event.key));
    else if (event.key === '-' || event.key === '0') answer([]);
    else if (event.key === '+') toggleSeveral();
    else if (event.key === 'Enter' && several && answering.length) answerSeveral();
    else return;
    event.preventDefault();
  }
</script>

<svelte:window {onkeydown} />
{#if session.plan && session.round}
  <section class="grid content-start gap-3" data-armed={guard.ready}>
    <h1 class="text-2xl font-bold">Round {session.at + 1} of {session.plan.rounds.length}</h1>
    <p class="text-faint">
      This one {walkWords(session.round.metres)}; all of them, and home with the remotes, {walkWords(
        session.plan.metres,
      )}.
    </p>
    {#if !session.out}
      {#if session.at === 0}
        <p class="border-l-4 border-ink pl-3">
          First number the loose cables <strong class="font-mono">1 to {session.loose}</strong>, with tape or
          a pen: every question asks for one by its number.
        </p>
      {/if}
      {#if session.reopens !== null}
        <button class="act" onclick={() => session.reopen()}>Go on with round {session.reopens + 1}</button>
      {/if}
      <WalkOut round={session.round} onout={() => guard.take() && session.allOut()} />
    {:else}
      {#if session.lastSays}
        <div
          class={['border-2 p-3', session.lastSays.good ? 'border-ink' : 'border-wrong hatched']}
          role="status"
          data-testid="trace-says"
        >
          <p class="bg-paper px-1 text-xl">
            {#if session.lastSays.by}{session.lastSays.by}: cable{:else}Cable{/if}
            <strong class="font-mono">{session.lastSays.cable}</strong> is
            <strong class="font-mono">{session.lastSays.is}</strong>{#if lastLink}<span
                >, {farWords(job.plan.where(lastLink))}. Mark it now.</span
              >{/if}
          </p>
          <div class="mt-2 flex gap-2">
            {#if lastLink}<a
                class="act bg-paper"
                href={asking(job.at('trace', 'flags'), { link: lastLink.id, end: 'head' })}
                >Flag it with tape</a
              >{/if}
            <button class="act bg-paper" onclick={() => session.takeBack()}>Take that back</button>
          </div>
        </div>
      {/if}
      {#if session.cable !== null}
        <h2 class="text-xl" data-testid="cable-asked">
          Plug in loose cable <strong class="font-mono text-3xl">{session.cable}</strong>. Which remote
          answers?
        </h2>
        {#if session.at === 0 && !session.lastSays}
          <p class="text-faint">It is bare: clip it on, or press on a plug that is used for this alone.</p>
        {/if}
        <div class="grid grid-cols-4 gap-1" role="group" aria-label="Remote that answers">
          {#each numbers as n (n)}
            <button
              class={[
                'h-16 border-2 border-ink font-mono text-2xl font-bold',
                several?.includes(n) ? 'bg-hivis text-on-hivis' : '',
              ]}
              aria-label="Remote {n} answers"
              aria-pressed={several ? several.includes(n) : undefined}
              onclick={() => press(n)}>{n}</button
            >
          {/each}
        </div>
        {#if several}
          <label class="flex items-center gap-3"
            ><span class="flex-1">and one that is in no outlet of this round, by its number</span><input
              class="field mt-0 w-20 font-mono text-xl"
              inputmode="numeric"
              maxlength="2"
              autocomplete="off"
              bind:value={stranger}
            /></label
          >
          {#if stranger && strange === null}<p role="status">
              {numbers.includes(Number(stranger))
                ? `Remote ${Number(stranger)} is of this round: tap it above.`
                : 'The number of a remote is 1 to 99.'}
            </p>{/if}
          <button
            class="act min-h-14 act-now"
            disabled={answering.length < 2 && strange === null}
            onclick={answerSeveral}
            >{answering.length === 1
              ? `Remote ${strange} alone answers`
              : `These answer at once: ${answering.join(' and ') || 'tap them'}`}</button
          >
        {/if}
        <div class="grid grid-cols-2 gap-1">
          <button class="act" onclick={() => answer([])}
            >None answers <kbd class="hidden key lg:inline">0</kbd></button
          >
          <button class="act" aria-pressed={several !== null} onclick={toggleSeveral}
            >Several, or another <kbd class="hidden key lg:inline">+</kbd></button
          >
          <button class="act" aria-expanded={choosing} onclick={() => (choosing = !choosing)}
            >Another cable</button
          >
          {#if job.plan.policy.practice}<button class="act" onclick={() => guard.take() && session.simulate()}
              >Simulated unit</button
            >{/if}
        </div>
        {#if choosing}
          <div class="grid grid-cols-6 gap-1" role="group" aria-label="Cable in your hand">
            {#each [...session.outcome.cables.keys()].sort((a, b) => a - b) as cable (cable)}
              <button
                class={[
                  'h-13 border font-mono text-xl',
                  cable === session.cable ? 'border-ink bg-hivis text-on-hivis' : 'border-rule',
                ]}
                onclick={() => {
                  session.chosen = cable;
                  toOne();
                  choosing = false;
                }}>{cable}</button
              >
            {/each}
          </div>
        {/if}
        {#if asked && session.left.length}
          <div class="grid gap-2 border-2 border-ink p-3" role="alertdialog" aria-label="Cables not tried">
            <p>
              {session.left.length === 1
                ? `Cable ${session.left[0]} was not tried in this round: does it count as silent?`
                : `${session.left.length} cables were not tried in this round (${session.left.join(', ')}): do they count as silent?`}
            </p>
            <button class="act act-now" onclick={() => (asked = false)}>No, go on trying</button>
            <button
              class="act"
              onclick={() => {
                asked = false;
                session.close();
              }}>Count {session.left.length === 1 ? 'it' : 'them'} as silent</button
            >
          </div>
        {:else}
          <button class="act" onclick={() => (asked = true)}>These were all the loose cables …</button>
        {/if}
      {:else}
        <h2 class="text-xl font-bold">Every loose cable was tried in this round.</h2>
        <button
          class="in-reach-alone act min-h-14 act-now text-lg"
          data-main-action
          onclick={() => guard.take() && session.close()}
          >{session.at + 1 < session.plan.rounds.length ? 'On to the next round' : 'See what was found'}
          <kbd class="hidden key lg:inline">PgDn</kbd></button
        >
      {/if}
    {/if}
  </section>
{/if}
