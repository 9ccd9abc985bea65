<script lang="ts">
  import { CERTIFIED, CONFIGURED, PARAMETER_WORDS, PARAMETERS, type Certified, type Configured, type Parameter } from '$core/certify/limits'; // prettier-ignore
  import { knownOfLink } from '$core/certify/known-of-link';
  import { judgeSweep, pointsAt, readSweep, withPowerSums, type ReadSweep, type SweepPoint } from '$core/certify/sweep'; // prettier-ignore
  import { CABLE_PAIRS, readTouchstone, sweepOfNetwork, type PortOrder, type Scattering } from '$core/certify/touchstone'; // prettier-ignore
  import Choice from '$lib/controls/Choice.svelte';
  import { untrack } from 'svelte';
  import { page } from '$app/state';
  import { pointsOf, sweptOf } from '$core/certify/keep-sweep';
  import { sweptWords } from '$core/log/entry-words';
  import { sweptStatus } from '$core/model/swept';
  import { effective } from '$core/log/effective';
  import { endName } from '$core/model/end-name';
  import type { EntryOf } from '$core/model/entry';
  import { ENDS, type End } from '$core/wiring/conductors';
  import { localTime } from '$lib/controls/time';
  import UndoLine from '$lib/shell/UndoLine.svelte';
  import CouldBe from '$lib/certify/CouldBe.svelte';
  import { Supposed } from '$lib/certify/supposed.svelte';
  import WillCarry from '$lib/certify/WillCarry.svelte';
  import SweepChart from '$lib/certify/SweepChart.svelte';
  import { useJob } from '$lib/job/open-job.svelte';
  import Segments from '$lib/controls/Segments.svelte';

  const job = useJob();
  let category = $state<Certified>('6');
  let configured = $state<Configured>('permanent-link');
  let points = $state.raw<readonly SweepPoint[]>([]);
  let name = $state('');
  let says = $state('');
  let drawn = $state<Parameter | null>(null);
  const whole = $derived(withPowerSums(points));
  const verdict = $derived(points.length ? judgeSweep(whole, category, configured) : null);
  /** What is drawn: what somebody chose, else the worst. */
  const shown = $derived(drawn ?? verdict?.worst[0]?.parameter ?? 'NEXT');
  const CONFIGURED_WORDS: Record<Configured, string> = {
    'permanent-link': 'permanent link',
    channel: 'channel',
  };

  async function choose(event: Event): Promise<void> {
    const input = event.currentTarget as HTMLInputElement;
    const file = input.files?.[0];
    input.value = '';
    if (!file) return;
    name = file.name;
    network = null;
    kept = '';
    if (file.size > 20_000_000)
      return void (says = `${name} is ${Math.round(file.size / 1e6)} MB; at most 20 are read.`);
    const text = await file.text();
    if (/\.s\d+p$/i.test(file.name)) {
      const scattering = readTouchstone(text, file.name);
      says = scattering.ok ? '' : `${name}: ${scattering.message}`;
      network = scattering.ok ? scattering.network : null;
      return;
    }
    take(readSweep(text), true);
  }
  /** A network analyser's file waits until it is said which ports and which pairs it is of. */
  let network = $state.raw<Scattering | null>(null);
  let order = $state<PortOrder>('ends');
  let pairs = $state<string[]>(['36', '45']);
  const ORDERS = [
    ['ends', '1 and 2 near, then the far end'],
    ['turns', '1 near, 2 far, 3 near, 4 far'],
  ] as const;
  function takeNetwork(event: SubmitEvent): void {
    event.preventDefault();
    if (!network) return;
    take(sweepOfNetwork(network, order, pairs.slice(0, network.ports / 4)), false);
    if (!says) network = null;
  }
  /** Points of a file: alone, or beside those of the pairs that were brought before. */
  function take(read: ReadSweep, alone: boolean): void {
    says = read.ok ? '' : `${name}: ${read.message}`;
    if (!read.ok) return;
    const of = new Set(read.points.map((p) => `${p.pairs} ${p.parameter} ${p.far}`));
    points = [...(alone ? [] : points.filter((p) => !of.has(`${p.pairs} ${p.parameter} ${p.far}`))), ...read.points]; // prettier-ignore
    drawn = null;
  }
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
  const keptShown = $derived(drawn ?? former?.data.worst[0]?.parameter ?? 'NEXT');
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
      sweptOf(points, category, configured, near, name),
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
    options={CONFIGURED.map((c) => [c, CONFIGURED_WORDS[c]] as const)}
    value={configured}
    onchoose={(c) => (configured = c)}
  />
  <label
    class={[
      'act cursor-pointer text-lg focus-within:outline-3 focus-within:outline-ink',
      !points.length && 'act-now',
    ]}
    >{name && points.length ? name : 'Bring a sweep: CSV, .s4p or .s8p'}
    <input type="file" class="sr-only" accept=".csv,.txt,.s4p,.s8p,text/csv" onchange={choose} /></label
  >
  <p class="text-sm text-faint">
    Columns: pair_or_pairs (36 or 36-45), parameter (IL, NEXT, ACRF, RL …, with @far from the far end), mhz,
    db. Limits are TIA-568.2 from memory; the instrument’s own verdict is what counts: a sweep is kept beside
    its link and proves nothing by itself.
  </p>
  {#if says}<p class="border-l-4 border-wrong pl-3" role="alert">{says}</p>{/if}
  {#if network}
    <form class="grid gap-3 border-2 border-ink p-3" onsubmit={takeNetwork}>
      <p>
        {name}: {network.points.length === 1 ? 'one frequency' : `${network.points.length} frequencies`} of {network.ports}
        ports. A file does not say which port is which:
      </p>
      <Segments label="Ports" options={ORDERS} value={order} onchoose={(o) => (order = o)} />
      <div class="grid grid-cols-2 gap-2">
        {#each { length: network.ports / 4 } as _, i (i)}
          <Choice
            label={i ? 'second pair' : 'pair'}
            options={CABLE_PAIRS.map((p) => [p, p] as const)}
            value={pairs[i] ?? '36'}
            onchoose={(p) => (pairs = pairs.map((x, j) => (j === i ? p : x)))}
          />
        {/each}
      </div>
      <button class="act act-now">Take it as these</button>
    </form>
  {/if}
  {#if former && !points.length}
    {@const sweep = former.data}
    <section class="grid gap-2" aria-label="The sweep kept beside it">
      <p class={['border-l-8 pl-3 text-xl font-bold', sweep.pass ? 'border-ink' : 'border-wrong']}>
        {label.trim()}, {localTime(former.at)}: {sweptWords(sweptStatus(sweep))}.
      </p>
      <Choice
        class="max-w-md"
        label="drawn"
        options={PARAMETERS.filter((p) => sweep.lines.some((l) => l.parameter === p)).map(
          (p) => [p, PARAMETER_WORDS[p]] as const,
        )}
        value={keptShown}
        onchoose={(p) => (drawn = p)}
      />
      <SweepChart
        points={before}
        parameter={keptShown}
        category={sweep.category}
        configured={sweep.configured}
      />
      <p class="text-sm text-faint">Bring another sweep of it above: it is drawn over this one.</p>
    </section>
  {/if}
  {#if verdict}
    {@const first = verdict.worst[0]}
    <section class="grid gap-2" aria-label="Verdict">
      <p
        class={['border-l-8 pl-3 text-2xl font-bold', verdict.pass ? 'border-ink' : 'border-wrong']}
        role="status"
      >
        {#if verdict.pass}
          ✓ Within every limit of category {category}, {CONFIGURED_WORDS[configured]}: {first!.margin.toFixed(
            1,
          )} dB to spare.
        {:else if first && first.margin < 0}
          × {PARAMETER_WORDS[first.parameter]} of {first.pairs} misses its limit by {(-first.margin).toFixed(
            1,
          )} dB at {first.mhz.toFixed(1)} MHz{pointsAt(first)
            ? `, seen from the ${pointsAt(first) === 'far' ? 'far' : 'near'} end: look at the connector there`
            : ''}.
        {:else if verdict.missing.length}
          No verdict: the sweep has no {verdict.missing.map((m) => PARAMETER_WORDS[m]).join(', no ')}.
        {:else}
          No verdict: {verdict.partial.map((p) => PARAMETER_WORDS[p]).join(', ')} not of every pair, from both ends,
          up to the highest frequency of category {category}.
        {/if}
      </p>
      <div class="overflow-x-auto">
        <table class="w-full text-left text-sm">
          <thead>
            <tr class="border-b-2 border-ink"
              ><th class="py-1">worst of</th><th>pairs</th><th>from</th><th class="text-right">MHz</th><th
                class="text-right">dB</th
              ><th class="hidden text-right sm:table-cell">limit</th><th class="text-right">margin</th></tr
            >
          </thead>
          <tbody>
            {#each verdict.worst as w (`${w.parameter} ${w.far}`)}
              <tr class="border-b border-rule align-top">
                <td class="py-1 pr-2"
                  >{PARAMETER_WORDS[w.parameter]}{#if w.doubt}<span class="block text-faint">{w.doubt}</span
                    >{/if}</td
                >
                <td class="font-mono">{w.pairs}</td>
                <td>{w.far ? 'far end' : 'near end'}</td>
                <td class="text-right font-mono">{w.mhz.toFixed(1)}</td>
                <td class="hidden text-right font-mono sm:table-cell">{w.db.toFixed(1)}</td>
                <td class="hidden text-right font-mono sm:table-cell">{w.limit.toFixed(1)}</td>
                <td class={['text-right font-mono font-bold', w.margin < 0 && 'text-wrong']}
                  >{w.margin.toFixed(1)}</td
                >
              </tr>
            {/each}
          </tbody>
        </table>
      </div>
      <Choice
        class="max-w-md"
        label="drawn"
        options={PARAMETERS.filter((p) => whole.some((x) => x.parameter === p)).map(
          (p) => [p, PARAMETER_WORDS[p]] as const,
        )}
        value={shown}
        onchoose={(p) => (drawn = p)}
      />
      <SweepChart points={whole} {before} parameter={shown} {category} {configured} />
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
