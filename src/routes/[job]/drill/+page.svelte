<script lang="ts">
  import { isDue } from '$core/drill/memory';
  import { ownFaults } from '$core/drill/own-faults';
  import { rulesOf } from '$core/drill/rules';
  import { EXERCISE_WORDS, EXERCISES, type Exercise } from '$core/drill/skills';
  import ChoiceDrill from '$lib/drill/ChoiceDrill.svelte';
  import NumberDrill from '$lib/drill/NumberDrill.svelte';
  import OrderDrill from '$lib/drill/OrderDrill.svelte';
  import SearchDrill from '$lib/drill/SearchDrill.svelte';
  import { DrillSession, SITTING_MINUTES } from '$lib/drill/session.svelte';
  import Standing from '$lib/drill/Standing.svelte';
  import TerminationDrill from '$lib/drill/TerminationDrill.svelte';
  import { useJob } from '$lib/job/open-job.svelte';

  const job = useJob();
  let session = $state.raw<DrillSession | null>(null);
  const begin = (only?: Exercise) => (session = new DrillSession(job, only));
  const mine = $derived(Object.hasOwn(job.log.drills, job.here.me) ? job.log.drills[job.here.me]! : {});
  const due = $derived(Object.values(mine).filter((k) => isDue(k, new Date())).length);
  const found = $derived(ownFaults(job.log.here, job.here.me).length);
  const rules = $derived(session?.skill ? rulesOf(session.skill.id) : []);
</script>

<svelte:head><title>drill · {job.plan.name}</title></svelte:head>
<main class="grid content-start gap-4 px-3 py-4 lg:max-w-3xl lg:px-5">
  {#if !session}
    <h1 class="text-2xl font-bold">Drill</h1>
    <p>
      Learn it without wasting a connector: ten minutes a day, what you know least first. {due
        ? `${due === 1 ? 'One thing is' : `${due} things are`} due for you.`
        : ''}
      {found ? 'What was found in your own ends comes first among the new.' : ''}
    </p>
    <button class="act min-h-14 act-now text-lg" data-main-action onclick={() => begin()}
      >Ten minutes <kbd class="hidden key lg:inline">PgDn</kbd></button
    >
    <div class="grid gap-2 sm:grid-cols-2">
      {#each EXERCISES as e (e)}<button class="act" onclick={() => begin(e)}>Only {EXERCISE_WORDS[e]}</button
        >{/each}
    </div>
    <a class="act" href={job.at('drill', 'exam')}>An exam</a>
    <Standing />
  {:else}
    <div class="flex flex-wrap items-baseline gap-x-4">
      <h1 class="text-lg font-bold">{session.skill ? EXERCISE_WORDS[session.skill.exercise] : ''}</h1>
      <p class="flex-1 font-mono text-sm whitespace-nowrap" data-testid="score">
        {session.right} of {session.asked} right
      </p>
      <button class="min-h-12 underline underline-offset-4" onclick={() => (session = null)}
        >enough for now</button
      >
    </div>
    {#if session.teaching}
      <section class="grid gap-3" aria-label="The rule">
        <h2 class="text-xl font-bold">{session.skill!.words}</h2>
        {#each rules as r (r)}<p class="text-lg">{r}</p>{/each}
        <button
          class="in-reach-alone act min-h-14 act-now text-lg"
          data-main-action
          onclick={() => session!.begin()}>Ask me <kbd class="hidden key lg:inline">PgDn</kbd></button
        >
      </section>
    {:else}
      {#key `${session.skill!.id} ${session.asked - Number(session.marked !== null)}`}
        {#if session.skill!.exercise === 'termination'}<TerminationDrill
            {session}
            units={job.plan.policy.units}
          />
        {:else if !session.question}<SearchDrill {session} />
        {:else if session.question.kind === 'order'}<OrderDrill {session} question={session.question} />
        {:else if session.question.kind === 'choice'}<ChoiceDrill {session} question={session.question} />
        {:else}<NumberDrill {session} question={session.question} />{/if}
      {/key}
      {#if session.marked}
        {#if session.over}<p>
            {SITTING_MINUTES} minutes are enough for today; the rest comes back when it is due.
          </p>{/if}
        <div class="in-reach-alone grid gap-1 bg-paper py-1">
          <div
            class={['border-l-4 pl-3', session.marked.right ? 'border-ink' : 'border-wrong']}
            role="status"
          >
            <p class="text-xl font-bold">{session.marked.right ? 'Right.' : 'Not right.'}</p>
            {#if session.marked.slip}<p class="max-h-[20dvh] overflow-y-auto">{session.marked.slip}</p>{/if}
          </div>
          <button
            class="act min-h-14 act-now text-lg"
            data-main-action
            onclick={() => session!.guard.take() && session!.next()}
            >Next <kbd class="hidden key lg:inline">PgDn</kbd></button
          >
        </div>
      {/if}
    {/if}
  {/if}
</main>
