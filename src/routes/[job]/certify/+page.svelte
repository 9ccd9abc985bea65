<script lang="ts">
  import { carriedBy } from '$core/certify/carries';
  import { CERTIFIED, CONFIGURED, PARAMETER_WORDS, PARAMETERS, type Certified, type Configured, type Parameter } from '$core/certify/limits'; // prettier-ignore
  import { judgeSweep, pointsAt, readSweep, withPowerSums, type SweepPoint } from '$core/certify/sweep';
  import SweepChart from '$lib/certify/SweepChart.svelte';
  import { useJob } from '$lib/job/open-job.svelte';
  import Segments from '$lib/shell/Segments.svelte';

  const job = useJob();
  let category = $state<Certified>('6');
  let configured = $state<Configured>('permanent-link');
  let points = $state.raw<readonly SweepPoint[]>([]);
  let name = $state('');
  let says = $state('');
  let shown = $state<Parameter>('NEXT');
  let metres = $state('');
  const whole = $derived(withPowerSums(points));
  const verdict = $derived(points.length ? judgeSweep(points, category, configured) : null);
  const length = $derived(Number(metres.replace(',', '.')));
  const known = $derived(metres.trim() !== '' && length > 0 && length <= 200);
  const CONFIGURED_WORDS: Record<Configured, string> = {
    'permanent-link': 'permanent link',
    channel: 'channel',
  };
  const WILL = { yes: '✓ yes', maybe: '~ maybe', no: '× no' } as const;

  async function choose(event: Event): Promise<void> {
    const input = event.currentTarget as HTMLInputElement;
    const file = input.files?.[0];
    input.value = '';
    if (!file) return;
    name = file.name;
    points = [];
    if (file.size > 20_000_000)
      return void (says = `${name} is ${Math.round(file.size / 1e6)} MB; at most 20 are read.`);
    const read = readSweep(await file.text());
    says = read.ok ? '' : `${name}: ${read.message}`;
    if (!read.ok) return;
    points = read.points;
    shown = judgeSweep(points, category, configured).worst[0]?.parameter ?? 'NEXT';
  }
</script>

<svelte:head><title>certify · {job.plan.name}</title></svelte:head>
<main class="grid grid-cols-[minmax(0,1fr)] content-start gap-4 px-3 py-4 lg:max-w-4xl lg:px-5">
  <h1 class="text-2xl font-bold">Limits of a category</h1>
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
    >{name && points.length ? name : 'Bring a sweep: CSV'}
    <input type="file" class="sr-only" accept=".csv,.txt,text/csv" onchange={choose} /></label
  >
  <p class="text-sm text-faint">
    Columns: pair_or_pairs (36 or 36-45), parameter (IL, NEXT, ACRF, RL …, with @far from the far end), mhz,
    db. Limits are TIA-568.2 from memory; the instrument’s own verdict is what counts. Nothing is logged here.
  </p>
  {#if says}<p class="border-l-4 border-wrong pl-3" role="alert">{says}</p>{/if}
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
      <label class="max-w-md text-sm"
        >drawn
        <select class="field" bind:value={shown}>
          {#each PARAMETERS.filter((p) => whole.some((x) => x.parameter === p)) as p (p)}<option
              value={p}
              class="bg-paper">{PARAMETER_WORDS[p]}</option
            >{/each}
        </select>
      </label>
      <SweepChart points={whole} parameter={shown} {category} {configured} />
    </section>
  {/if}
  <section class="grid gap-2" aria-label="What it will carry">
    <h2 class="text-xl font-bold">What will it carry?</h2>
    <label class="max-w-xs text-sm"
      >metres of the link, without cords
      <input class="field font-mono" inputmode="decimal" bind:value={metres} placeholder="45" /></label
    >
    {#if metres.trim() && !known}<p class="border-l-4 border-wrong pl-3" role="alert">
        Write metres between 0 and 200.
      </p>{/if}
    {#if known}
      <ul class="border-t border-rule">
        {#each carriedBy(category, length) as c (c.name)}
          <li class="grid grid-cols-[8rem_6rem_1fr] gap-2 border-b border-rule py-2">
            <strong class="font-mono">{c.name}</strong><span>{WILL[c.will]}</span><span class="text-faint"
              >{c.why}</span
            >
          </li>
        {/each}
      </ul>
      <p class="text-sm text-faint">
        By category and length alone, as if every part were of it; a wiremap does not prove that. IEEE 802.3,
        from memory.
      </p>
    {/if}
  </section>
</main>
