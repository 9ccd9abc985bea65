<script lang="ts">
  import Toggle from '$lib/controls/Toggle.svelte';
  import { untrack } from 'svelte';
  import { goto } from '$app/navigation';
  import { page } from '$app/state';
  import { formatMetres } from '$core/model/metres';
  import { STEP_KINDS } from '$core/model/run';
  import { BOX_SIZES } from '$core/kit/boxes';
  import { takesOfRun } from '$core/run/takes';
  import { sizeOf } from '$lib/setup/places.svelte';
  import { useJob } from '$lib/job/open-job.svelte';
  import { RunDraft } from '$lib/run/draft.svelte';
  import RunDrawing from '$lib/run/RunDrawing.svelte';
  import RunFigures from '$lib/run/RunFigures.svelte';
  import RunLinks from '$lib/run/RunLinks.svelte';
  import StepForm from '$lib/run/StepForm.svelte';
  import { STEP_WORDS, stepWords } from '$lib/run/words';

  let { data } = $props();
  const job = useJob();
  const draft = untrack(() => {
    const planned = job.plan.runs.find((r) => r.id === data.run);
    const links = page.url.searchParams.get('links')?.split(',').filter((id) => job.plan.link(id)) ?? []; // prettier-ignore
    const begun = { id: data.run, name: `run ${job.plan.runs.length + 1}`, steps: [], links };
    return new RunDraft(job.plan.id, planned ?? begun, !planned, job.plan.revision);
  });
  draft.resume();
  const takes = $derived(takesOfRun(draft.run, job.plan, Math.max(...BOX_SIZES)));
  const step = $derived(draft.run.steps[draft.chosen]);
  const spaces = $derived(
    draft.run.from
      ? job.plan.spaces
          .filter((s) => s.floor === draft.run.from!.floor)
          .map((s) => ({ name: s.name, x: s.x, y: s.y, ...sizeOf(s) }))
      : [],
  );
  let drawing = $state(false);
  let says = $state('');
  let plansLength = $state(true);
  let working = $state(false);
  /** Links that would get this way as their planned length. */
  const lengths = $derived.by(() => {
    const metres = Math.round(draft.laid.metres * 100) / 100;
    return metres < 0.1
      ? []
      : draft.run.links.flatMap((id) => {
          const l = job.plan.link(id);
          return l && l.lengthMetres !== metres ? [{ ...l, lengthMetres: metres }] : [];
        });
  });
  const m = (metres: number) => formatMetres(Number(metres.toFixed(2)), job.plan.policy.units);

  async function keep(): Promise<void> {
    if (working) return;
    working = true;
    const name = draft.run.name.trim() || 'run';
    says = await job.plan.change(
      { revision: draft.revision, put: { runs: [{ ...draft.run, name }], ...(plansLength && lengths.length ? { links: lengths } : {}) } },
      `run ${name}`,
    ); // prettier-ignore
    working = false;
    if (says) return;
    draft.done();
    await goto(job.at('run'));
  }
  async function takeOut(): Promise<void> {
    says = draft.isNew
      ? ''
      : await job.plan.change({ remove: { runs: [draft.run.id] } }, `run ${draft.run.name}`);
    if (says) return;
    draft.done();
    await goto(job.at('run'));
  }
</script>

<svelte:head><title>{draft.run.name || 'run'} · {job.plan.name}</title></svelte:head>
<main class="grid grid-cols-[minmax(0,1fr)] content-start gap-4 px-3 py-4 lg:max-w-6xl lg:px-5">
  <header class="flex flex-wrap items-end gap-x-4 gap-y-2">
    <h1 class="sr-only">{draft.run.name}</h1>
    <label class="min-w-0 flex-1 text-sm"
      >run
      <input
        class="field text-xl font-bold"
        maxlength="120"
        value={draft.run.name}
        onchange={(e) => draft.set({ name: e.currentTarget.value.slice(0, 120) })}
      />
    </label>
    <p class="text-3xl font-bold tabular-nums" data-testid="run length">{m(draft.laid.metres)}</p>
  </header>
  <div class="grid grid-cols-[minmax(0,1fr)] gap-4 lg:grid-cols-[minmax(0,3fr)_minmax(0,2fr)]">
    <div class="grid content-start gap-2">
      <div class="grid grid-cols-2 gap-2">
        {#each ['plan', 'elevation'] as const as view (view)}
          <figure class={drawing ? (view === 'plan' ? 'col-span-2' : 'hidden') : ''}>
            <figcaption class="text-sm text-faint">
              {view === 'plan' ? 'from above' : 'from the side, folded flat'}
            </figcaption>
            <RunDrawing
              laid={draft.laid}
              clips={takes.clips}
              {view}
              chosen={draft.chosen}
              onchoose={(i) => (draft.chosen = i)}
              spaces={view === 'plan' ? spaces : []}
              ondraw={view === 'plan' && drawing ? (x, y) => draft.drawTo(x, y) : undefined}
            />
          </figure>
        {/each}
      </div>
      <div class="flex flex-wrap gap-2">
        <Toggle
          tone="bright"
          class="flex-1 px-3 font-semibold"
          pressed={drawing}
          onclick={() => (drawing = !drawing)}
          >{drawing ? 'Tap where it goes next' : 'Draw it from above'}</Toggle
        >
        <button
          class="min-h-12 border border-ink px-3 disabled:border-rule disabled:text-faint"
          disabled={!draft.canUndo}
          onclick={() => draft.undo()}>undo</button
        >
      </div>
      <section aria-label="Next step" class="grid grid-cols-3 gap-1">
        {#each STEP_KINDS as go (go)}
          <button
            class="min-h-13 border-2 border-ink px-1 font-semibold disabled:border-rule disabled:text-faint"
            disabled={draft.full}
            onclick={() => draft.add(go)}>{STEP_WORDS[go]}</button
          >
        {/each}
      </section>
      {#if step}{#key draft.chosen}<StepForm {draft} {step} units={job.plan.policy.units} />{/key}{/if}
      <ol class="border-t border-rule" aria-label="Steps">
        {#each draft.run.steps as s, i (i)}
          <li class="border-b border-rule">
            <button
              class={[
                'flex min-h-12 w-full items-center gap-3 px-2 text-left',
                i === draft.chosen && 'bg-hivis font-bold text-on-hivis',
              ]}
              aria-pressed={i === draft.chosen}
              onclick={() => (draft.chosen = i)}
              ><span class="w-6 font-mono">{i + 1}</span><span class="flex-1">{stepWords(s)}</span><span
                class="font-mono">{m(s.metres)}</span
              ></button
            >
          </li>
        {:else}
          <li class="py-2 text-faint">
            No step yet: it begins where the panel is. Press the way it goes first.
          </li>
        {/each}
      </ol>
    </div>
    <div class="grid content-start gap-3">
      <RunFigures {takes} units={job.plan.policy.units} marks={job.at('run', draft.run.id, 'marks')} />
      <label class="flex min-h-12 items-center gap-3"
        ><input
          type="checkbox"
          class="size-6 shrink-0 accent-(--ink)"
          checked={draft.run.plugFirst ?? false}
          onchange={(e) => draft.set({ plugFirst: e.currentTarget.checked ? true : undefined })}
        />its plug is on before it goes through</label
      >
      <RunLinks run={draft.run} onchange={(links) => draft.set({ links })} />
      {#if lengths.length}
        <label class="flex min-h-12 items-center gap-3"
          ><input type="checkbox" class="size-6 shrink-0 accent-(--ink)" bind:checked={plansLength} />{m(
            draft.laid.metres,
          )} becomes the planned length of {lengths.length === 1
            ? 'its cable'
            : `${lengths.length} of its cables`}</label
        >
      {/if}
      <button
        class="act act-now"
        data-main-action
        disabled={working || (!draft.changed && !(plansLength && lengths.length)) || !draft.run.steps.length}
        onclick={keep}>Keep it in the plan</button
      >
      {#if says}<p class="border-l-4 border-wrong pl-3" role="alert">{says}</p>{/if}
      <div class="flex flex-wrap gap-x-6">
        {#if draft.changed && !draft.isNew}<button
            class="min-h-12 underline underline-offset-4"
            onclick={() => draft.putAway()}>throw these changes away</button
          >{/if}
        <button class="min-h-12 underline underline-offset-4" onclick={takeOut}
          >{draft.isNew ? 'throw this run away' : 'take this run out of the plan'}</button
        >
      </div>
    </div>
  </div>
</main>
