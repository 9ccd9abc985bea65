<script lang="ts">
  import { untrack } from 'svelte';
  import { page } from '$app/state';
  import { CERTIFIED, CONFIGURED, PARAMETER_WORDS, PARAMETERS, type Certified, type Configured, type Parameter } from '$core/certify/limits'; // prettier-ignore
  import { pointsOf, sweptOf } from '$core/certify/keep-sweep';
  import { knownOfLink } from '$core/certify/known-of-link';
  import { judgeSweep, type SweepPoint } from '$core/certify/sweep';
  import { effective } from '$core/log/effective';
  import { sweptWords } from '$core/log/entry-words';
  import { endName } from '$core/model/end-name';
  import type { EntryOf } from '$core/model/entry';
  import { sweptStatus } from '$core/model/swept-status';
  import { ENDS, type End } from '$core/wiring/conductors';
  import BringSweep from '$lib/certify/BringSweep.svelte';
  import { BroughtSweep } from '$lib/certify/brought-sweep.svelte';
  import CouldBe from '$lib/certify/CouldBe.svelte';
  import { Supposed } from '$lib/certify/supposed.svelte';
  import SweepChart from '$lib/certify/SweepChart.svelte';
  import SweepVerdict from '$lib/certify/SweepVerdict.svelte';
  import WillCarry from '$lib/certify/WillCarry.svelte';
  import { CONFIGURATION_WORDS } from '$core/model/tester-result';
  import Choice from '$lib/controls/Choice.svelte';
  import Segments from '$lib/controls/Segments.svelte';
  import { localTime } from '$lib/controls/time';
  import { useJob } from '$lib/job/open-job.svelte';
  import UndoLine from '$lib/shell/UndoLine.svelte';

  const job = useJob();
  const sweep = new BroughtSweep();
  let category = $state<Certified>('6');
  let configured = $state<Configured>('permanent-link');
  const verdict = $derived(sweep.points.length ? judgeSweep(sweep.whole, category, configured) : null);
  let label = $state(untrack(() => job.plan.link(page.url.searchParams.get('link') ?? '')?.label ?? ''));
  let near = $state<End>('head');
  let kept = $state('');
  const link = $derived(job.plan.ordered.find((l) => l.label.toLowerCase() === label.trim().toLowerCase()));
  /** The sweep kept of this link before: a new one is drawn over it. */
  const former = $derived(
    link &&
      effective(job.log.here.filter((e) => e.kind === 'swept' || e.kind === 'void')).findLast(
        (e): e is EntryOf<'swept'> => e.kind === 'swept' && e.link === link.id,
      ),
  );
  let before = $state.raw<readonly SweepPoint[]>([]);
  $effect(() => {
    if (!kept) before = former ? pointsOf(former.data) : [];
  });
  function keep(event: SubmitEvent): void {
    event.preventDefault();
    if (!link) return;
    job.log.write(
      link.id,
      'swept',
      sweptOf(sweep.points, category, configured, near, sweep.name),
      undefined,
      `The sweep stands beside ${link.label}.`,
    );
    kept = `Kept beside ${link.label}: it stands in its history and in the record.`;
  }
  const supposed = new Supposed();
  const of = $derived(link && knownOfLink(link, job.statusOf(link.id), job.plan.parts));
  // A link that is named brings what is known of it along.
  let taken = '';
  $effect(() => {
    if (!link || !of || link.id === taken) return;
    taken = link.id;
    kept = '';
    untrack(() => {
      supposed.take(of);
      if (of.category) category = of.category;
    });
  });
</script>

{#snippet drawn(shown: Parameter, there: (p: Parameter) => boolean)}
  <Choice
    class="max-w-md"
    label="drawn"
    options={PARAMETERS.filter(there).map((p) => [p, PARAMETER_WORDS[p]] as const)}
    value={shown}
    onchoose={(p) => (sweep.drawn = p)}
  />
{/snippet}

<svelte:head><title>certify · {job.plan.name}</title></svelte:head>
<main class="grid grid-cols-[minmax(0,1fr)] content-start gap-4 px-3 py-4 lg:max-w-4xl lg:px-5">
  <h1 class="text-2xl font-bold">Limits of a category</h1>
  <label class="max-w-xs text-sm"
    >link it is about, if one
    <input class="field font-mono" list="links" autocomplete="off" bind:value={label} /></label
  >
  <datalist id="links"
    >{#each job.plan.ordered as l (l.id)}<option value={l.label}></option>{/each}</datalist
  >
  {#if label.trim() && !link}<p class="border-l-4 border-wrong pl-3" role="alert">
      No link is called {label.trim()}: choose one of the list, or leave it empty.
    </p>{/if}
  <Segments
    label="Category"
    options={CERTIFIED.map((c) => [c, `category ${c}`] as const)}
    value={category}
    columns={3}
    onchoose={(c) => (category = c)}
  />
  <Segments
    label="What is certified"
    options={CONFIGURED.map((c) => [c, CONFIGURATION_WORDS[c]] as const)}
    value={configured}
    onchoose={(c) => (configured = c)}
  />
  <BringSweep {sweep} onbring={() => (kept = '')} />
  {#if former && !sweep.points.length}
    {@const { data } = former}
    {@const shown = sweep.drawn ?? data.worst[0]?.parameter ?? 'NEXT'}
    <section class="grid gap-2" aria-label="The sweep kept beside it">
      <p class={['border-l-8 pl-3 text-xl font-bold', data.pass ? 'border-ink' : 'border-wrong']}>
        {label.trim()}, {localTime(former.at)}: {sweptWords(sweptStatus(data))}.
      </p>
      {@render drawn(shown, (p) => data.lines.some((l) => l.parameter === p))}
      <SweepChart points={before} parameter={shown} category={data.category} configured={data.configured} />
      <p class="text-sm text-faint">Bring another sweep of it above: it is drawn over this one.</p>
    </section>
  {/if}
  {#if verdict}
    {@const shown = sweep.drawn ?? verdict.worst[0]?.parameter ?? 'NEXT'}
    <section class="grid gap-2" aria-label="Verdict">
      <SweepVerdict {verdict} {category} {configured} />
      {@render drawn(shown, (p) => sweep.whole.some((x) => x.parameter === p))}
      <SweepChart points={sweep.whole} {before} parameter={shown} {category} {configured} />
      {#if former && before.length}<p class="text-sm text-faint">
          Dotted: the sweep kept before, {localTime(former.at)}.
        </p>{/if}
      <form class="grid max-w-xl grid-cols-2 gap-2" onsubmit={keep}>
        <Choice
          label="its near end"
          options={ENDS.map((e) => [e, link ? endName(link, e) : e] as const)}
          value={near}
          onchoose={(e) => (near = e)}
        />
        <button class="col-span-2 act" disabled={!link}>Keep it beside {link?.label ?? 'its link'}</button>
      </form>
      {#if kept}<p role="status">{kept}</p>{/if}
    </section>
  {/if}
  <WillCarry {supposed} {category} {of} label={link?.label ?? ''} />
  <CouldBe {supposed} {category} />
</main>
<UndoLine />
