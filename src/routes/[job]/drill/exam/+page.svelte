<script lang="ts">
  import { onMount, untrack } from 'svelte';
  import { asksWords, EXAM, laidOn, newSeed, readSeed, rightWords } from '$core/drill/exam';
  import { faultsOfJob } from '$core/drill/own-faults';
  import { skillOf } from '$core/drill/skills';
  import { apiAddress, asking } from '$lib/address/address';
  import { saveText } from '$lib/device/save-text';
  import ChoiceDrill from '$lib/drill/ChoiceDrill.svelte';
  import { ExamSession } from '$lib/drill/exam.svelte';
  import NumberDrill from '$lib/drill/NumberDrill.svelte';
  import OrderDrill from '$lib/drill/OrderDrill.svelte';
  import { localTime } from '$lib/controls/time';
  import { useJob } from '$lib/job/open-job.svelte';

  const job = useJob();
  const session = untrack(() => new ExamSession(job));
  let typed = $state(newSeed(Math.random));
  const faults = $derived(faultsOfJob(job.log.here));
  let own = $state(false);
  let problem = $state('');
  onMount(() => {
    session.tick();
    const timer = setInterval(() => session.tick(), 1000);
    return () => clearInterval(timer);
  });
  const left = $derived(Math.max(0, EXAM.minutes - session.minutes));
  const clock = $derived(`${Math.floor(left)}:${String(Math.floor((left % 1) * 60)).padStart(2, '0')}`);

  function begin(event: SubmitEvent): void {
    event.preventDefault();
    const seed = readSeed(typed);
    problem = seed
      ? ''
      : 'An exam is called by 3 to 12 letters and digits, such as K3F7Q, and perhaps -18 and the like behind them.';
    if (seed) session.begin(seed, own);
  }
  const paper = (answers: boolean) =>
    asking(apiAddress(job.plan.id, 'exam'), {
      seed: readSeed(typed) ?? '',
      ...(own ? { own: '1' } : {}),
      ...(answers ? { answers: '1' } : {}),
    });
  const rows = $derived(
    (session.exam?.questions ?? []).map((q, i) => ({
      n: i + 1,
      skill: skillOf(q.skill)!.words,
      asks: asksWords(q),
      right: rightWords(q),
      marked: session.answers[i] ?? null,
    })),
  );
  function save(): void {
    const { result } = session;
    const text = [
      `${job.plan.name}: exam ${session.seed}`,
      `${session.person}, ${localTime(session.beganAt)}, ${result.right} of ${result.of} right in ${Math.ceil(result.minutes)} min: ${result.passed ? 'passed' : 'not passed'}`,
      '',
      ...rows.flatMap((r) => [`${r.n}. ${r.asks}`, `   ${r.marked ? (r.marked.right ? 'right' : `not right: ${r.marked.slip ?? ''}`) : 'not answered'}; right is ${r.right}`]),
    ].join('\r\n'); // prettier-ignore
    saveText(`exam ${session.seed}, ${session.person}.txt`, text);
  }
</script>

<svelte:head><title>exam · {job.plan.name}</title></svelte:head>
<main class="grid content-start gap-4 px-3 py-4 lg:max-w-3xl lg:px-5">
  {#if !session.exam}
    <h1 class="text-2xl font-bold">An exam</h1>
    <p>
      {EXAM.questions} questions in {EXAM.minutes} minutes, passed with {Math.round(
        EXAM.pass * EXAM.questions,
      )} right. Its name makes it: the same name asks everybody the same, on screen and on paper. Numbers behind
      it lay half of it on those skills.
    </p>
    <form class="grid gap-3" onsubmit={begin}>
      <label class="text-sm"
        >its name
        <input
          class="field font-mono text-2xl uppercase"
          maxlength="24"
          autocomplete="off"
          bind:value={typed}
        /></label
      >
      <label class="flex min-h-12 items-center gap-3"
        ><input type="checkbox" class="size-6 accent-(--ink)" bind:checked={own} />orders of this job’s own
        connectors alone</label
      >
      {#if laidOn('', faults) !== ''}
        <button
          class="act"
          type="button"
          onclick={() => (typed = laidOn(typed.trim() || newSeed(Math.random), faults))}
          >Lay it on what went wrong here</button
        >
      {/if}
      {#if problem}<p class="border-l-4 border-wrong pl-3" role="alert">{problem}</p>{/if}
      <button class="in-reach-alone act min-h-14 act-now text-lg" data-main-action
        >Begin: the time runs from here <kbd class="hidden key lg:inline">PgDn</kbd></button
      >
    </form>
    {#if readSeed(typed)}
      <div class="grid gap-2 sm:grid-cols-2">
        <a class="act" href={paper(false)} download>On paper</a>
        <a class="act" href={paper(true)} download>On paper, with the answers</a>
      </div>
    {/if}
    <a class="flex min-h-12 items-center underline underline-offset-4" href={job.at('drill')}
      >back to the drill</a
    >
  {:else if session.question}
    <div class="flex items-baseline gap-x-4">
      <h1 class="flex-1 text-lg font-bold">Question {session.at + 1} of {session.exam.questions.length}</h1>
      <p class="font-mono text-lg" role="timer" aria-label="time left">{clock}</p>
    </div>
    {#key session.at}
      {#if session.question.kind === 'order'}<OrderDrill {session} question={session.question} />
      {:else if session.question.kind === 'choice'}<ChoiceDrill {session} question={session.question} />
      {:else}<NumberDrill {session} question={session.question} />{/if}
    {/key}
  {:else}
    {@const { result } = session}
    <section class="grid gap-3" aria-label="Result">
      <h1 class="text-2xl font-bold">Exam {session.seed}: {result.passed ? 'passed' : 'not passed'}</h1>
      <p class="text-lg" data-testid="exam-result">
        {session.person}, {localTime(session.beganAt)}:
        <strong class="font-mono">{result.right} of {result.of}</strong> right{result.minutes
          ? `, ${Math.ceil(result.minutes)} min`
          : ''}.
      </p>
      <ol class="border-t-2 border-ink">
        {#each rows as r (r.n)}
          <li class="grid grid-cols-[2rem_1.5rem_1fr] gap-2 border-b border-rule py-2">
            <span class="font-mono">{r.n}</span>
            <span class={r.marked?.right ? '' : 'font-bold text-wrong'} aria-hidden="true"
              >{r.marked?.right ? '✓' : '×'}</span
            >
            <div>
              <p>{r.asks}</p>
              {#if !r.marked?.right}
                <p class="text-sm">
                  {r.marked
                    ? `Not right${r.marked.slip ? `: ${r.marked.slip}` : ''}.`
                    : 'Not answered in time.'} Right is
                  {r.right}.
                </p>
              {:else}<span class="sr-only">right</span>{/if}
            </div>
          </li>
        {/each}
      </ol>
      <div class="grid gap-2 sm:grid-cols-3 print:hidden">
        <button class="act act-now" data-main-action onclick={() => print()}>Print it</button>
        <button class="act" onclick={save}>Save it</button>
        <button class="act" onclick={() => session.end()}>Put it away</button>
      </div>
      <p class="text-sm text-faint">It advises; who works how, the lead decides.</p>
    </section>
  {/if}
</main>
