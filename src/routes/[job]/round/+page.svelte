<script lang="ts">
  import Choice from '$lib/controls/Choice.svelte';
  import { onMount, untrack } from 'svelte';
  import { page } from '$app/state';
  import { asking } from '$lib/address/address';
  import TesterSheet from '$lib/testers/TesterSheet.svelte';
  import { walkWords } from '$core/survey/distance';
  import { REMOTES, RoundSession } from '$lib/round/session.svelte';
  import { useJob } from '$lib/job/open-job.svelte';
  import { HANDS } from '$lib/round/hands';
  import Segments from '$lib/controls/Segments.svelte';
  import WalkOut from '$lib/round/WalkOut.svelte';
  import WalkStops from '$lib/round/WalkStops.svelte';
  import UndoLine from '$lib/shell/UndoLine.svelte';
  import LeadsLine from '$lib/leads/LeadsLine.svelte';
  import { forThisScreen } from '$lib/controls/keys';

  const job = useJob();
  const session = untrack(() => new RoundSession(job));
  onMount(() => {
    session.resume();
    session.onlyFor(page.url.searchParams.get('only')?.split(',') ?? []);
  });
  // A press that meets what another device just logged of the link that was asked for is none of the next.
  $effect(() => {
    void [session.next?.link, session.at, session.out];
    return session.guard.shown();
  });
  const label = (id: string) => job.plan.link(id)?.label ?? id;
  const next = $derived(session.next && job.plan.link(session.next.link));
  /** What goes wrong with the link that is asked for. */
  let trouble = $state<'' | 'silent' | 'other' | 'both'>('');
  const ask = (what: typeof trouble) => (trouble = trouble === what ? '' : what);

  function onkeydown(event: KeyboardEvent): void {
    if (event.repeat || event.key !== 'Enter' || !forThisScreen(event)) return;
    if (session.next && session.out) session.pass();
    event.preventDefault();
  }
</script>

<svelte:window {onkeydown} />
<svelte:head><title>round · {job.plan.name}</title></svelte:head>
<main
  class="grid content-start gap-4 px-3 py-3 lg:grid-cols-[minmax(0,1fr)_24rem] lg:gap-x-8 lg:px-5"
  data-armed={session.guard.ready}
>
  {#if !session.plan}
    <section class="grid content-start gap-3">
      <h1 class="text-2xl font-bold">A round with numbered remotes</h1>
      {#if session.only.length}
        <p data-testid="only">
          For {session.toRead.map((l) => l.label).join(' and ')}: with a remote for each, all of them out at
          once.
        </p>
        <button class="act" onclick={() => session.onlyFor([])}>For all that need a reading instead</button>
      {:else}
        <p>{session.toRead.length} links of this closet need a reading.</p>
      {/if}
      <div class="grid grid-cols-2 gap-2">
        <Choice
          label="closet"
          options={session.closets.map((c) => [c.id, c.name] as const)}
          bind:value={session.closet}
        />
        <Choice
          label="remotes"
          options={REMOTES.map((n) => [n, String(n)] as const)}
          bind:value={session.remotes}
        />
      </div>
      <Segments label="Hands" options={HANDS} value={session.hands} onchoose={(h) => (session.hands = h)} />
      <LeadsLine leads={session.leads} />
      <button
        class="act min-h-14 act-now text-lg"
        data-main-action
        disabled={!session.toRead.length}
        onclick={() => session.make()}>Plan the walk</button
      >
      {#if session.problem}<p class="border-l-4 border-wrong pl-3" role="alert">{session.problem}</p>{/if}
    </section>
  {:else if session.round}
    <section class="grid content-start gap-3">
      {#if session.notInPlan.length}
        <p class="border-l-4 border-ink pl-3" role="status">
          This plan has no remote for {session.notInPlan.map(label).join(' and ')}. Read it to its end, or
          stop it: then one for these is planned.
        </p>
      {/if}
      <h1 class="text-2xl font-bold">Round {session.at + 1} of {session.plan.rounds.length}</h1>
      <p class="text-faint">
        This one {walkWords(session.round.metres)}; all of them {walkWords(session.plan.metres)}.
      </p>
      {#if !session.out}
        <WalkOut round={session.round} onout={() => session.allOut()} />
      {:else if session.next && next}
        <h2 class="text-xl" data-testid="asked">
          Plug in <strong class="font-mono text-3xl">{next.label}</strong>: remote
          <strong class="font-mono text-3xl">{session.next.remote}</strong> should answer.
        </h2>
        <button class="act min-h-16 act-now text-lg" data-main-action onclick={() => session.pass()}
          >{session.next.remote} answers, all good{job.tester.shows ? `, by ${job.tester.name}` : ''}
          <kbd class="hidden key lg:inline">Enter</kbd></button
        >
        {#if job.plan.policy.practice}
          <button class="act" onclick={() => session.simulate(job.tester.shows ?? 'wiremap')}
            >Have the simulated meter read it</button
          >
        {/if}
        <a class="act" href={asking(job.at('prove', next.id), { then: 'round' })}
          >It answers, but not all good: read it contact by contact</a
        >
        <div class="grid grid-cols-2 gap-2">
          <button class="act px-2" aria-expanded={trouble === 'silent'} onclick={() => ask('silent')}
            >Nothing answers</button
          >
          <button class="act px-2" aria-expanded={trouble === 'other'} onclick={() => ask('other')}
            >Another remote answers</button
          >
          <button class="act px-2" aria-expanded={trouble === 'both'} onclick={() => ask('both')}
            >Two answer</button
          >
          <button class="act px-2" onclick={() => session.skip()}>Skip, come back</button>
        </div>
        {#if trouble === 'silent'}
          <p>Is {next.label} the right port, and is remote {session.next.remote} pushed in?</p>
          <button
            class="act"
            onclick={() => {
              trouble = '';
              session.silent();
            }}>Both are right: log that nothing answers</button
          >
        {:else if trouble}
          <div class="grid grid-cols-6 gap-1" role="group" aria-label="Remote that answered">
            {#each session.round.placed as p (p.remote)}
              {#if p.remote !== session.next.remote}<button
                  class="h-13 border border-ink font-mono text-xl"
                  onclick={() => {
                    const both = trouble === 'both';
                    trouble = '';
                    if (both) session.bothAnswer(p.remote);
                    else session.answered(p.remote);
                  }}>{p.remote}</button
                >{/if}
            {/each}
          </div>
          <button
            class="act"
            onclick={() => {
              const both = trouble === 'both';
              trouble = '';
              if (both) session.bothAnswer(null);
              else session.stranger();
            }}>One that is not in this round</button
          >
        {/if}
      {:else}
        <h2 class="text-xl font-bold">This round is read.</h2>
        {#if session.at + 1 === session.plan.rounds.length}
          <p>It is the last: bring the remotes home, {walkWords(session.plan.home.metres)}.</p>
          <WalkStops stops={session.plan.home.stops} />
        {/if}
        <button class="act min-h-14 act-now text-lg" data-main-action onclick={() => session.nextRound()}
          >{session.at + 1 < session.plan.rounds.length
            ? 'On to the next round'
            : 'Done: put the plan away'}</button
        >
      {/if}
      {#if session.problem}<p class="border-l-4 border-wrong pl-3" role="alert">{session.problem}</p>{/if}
      {#each session.wrong as w (w.link)}
        <p class="border-l-4 border-wrong pl-3" role="alert" data-testid="exchanged">
          <strong>{label(w.link)}</strong>
          {w.answered
            ? session.wrong.some((v) => v.link === w.answered && v.answered === w.link)
              ? `and ${label(w.answered)} are exchanged: a right reading on the wrong port. Exchange them at the panel or at the plates.`
              : `answers at the outlet of ${label(w.answered)}.`
            : 'answers with a remote that is not in this round.'}
        </p>
      {/each}
    </section>
    <aside class="grid content-start gap-3">
      <LeadsLine leads={session.leads} />
      <ul class="border-t border-rule">
        {#each session.round.placed as p (p.remote)}
          {@const answer = session.standing.get(p.link)}
          <li class="grid grid-cols-[2.5rem_5rem_1fr] border-b border-rule py-1">
            <span class="font-mono">{p.remote}</span><span class="font-mono">{label(p.link)}</span>
            <span
              >{answer !== undefined && answer !== p.remote
                ? `${answer} answered`
                : session.settled(p)
                  ? job.statusOf(p.link).head.state
                  : ''}</span
            >
          </li>
        {/each}
      </ul>
      <button class="act" onclick={() => session.end()}>Stop this plan</button>
    </aside>
  {/if}
</main>
<UndoLine />
{#if job.tester.asking}
  <TesterSheet onclose={() => (job.tester.asking = false)} />
{/if}
