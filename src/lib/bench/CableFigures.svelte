<script lang="ts">
  import { untrack } from 'svelte';
  import { figure, figureProblem } from '$core/wiring/figures';
  import { CATEGORIES, JACKETS, SHIELDS, type CableSpec } from '$core/wiring/parts';
  import Pick from './Pick.svelte';

  /** The figures of a cable, typed in; `onfigures` hears them, or null while one of them cannot be meant. */
  let { from, onfigures }: { from: CableSpec; onfigures: (spec: CableSpec | null) => void } = $props();
  const before = untrack(() => from);
  let jacketMm = $state(String(before.jacketMm));
  let innerMm = $state(before.innerJacketMm === undefined ? '' : String(before.innerJacketMm));
  let conductorMm = $state(String(before.conductorMm));
  let gauge = $state(String(before.gauge));
  let category = $state(before.category);
  let conductor = $state(before.conductor);
  let shield = $state(before.shield);
  let jacket = $state(before.jacket);
  let spline = $state<'yes' | 'no'>(before.spline ? 'yes' : 'no');
  const problems = $derived(
    [
      figureProblem('jacket', figure(jacketMm)),
      figureProblem('conductor', figure(conductorMm)),
      figureProblem('gauge', figure(gauge)),
      innerMm.trim() === ''
        ? null
        : (figureProblem('jacket', figure(innerMm)) ??
          (figure(innerMm) < figure(jacketMm) ? null : 'The inner jacket is thinner than the outer one.')),
    ].filter((p) => p !== null),
  );
  $effect(() => {
    const spec: CableSpec = {
      ...{ category, conductor, shield, jacket },
      spline: spline === 'yes',
      jacketMm: figure(jacketMm),
      conductorMm: figure(conductorMm),
      gauge: figure(gauge),
      ...(innerMm.trim() === '' ? {} : { innerJacketMm: figure(innerMm) }),
    };
    onfigures(problems.length ? null : spec);
  });
</script>

<div class="grid grid-cols-2 gap-2 sm:grid-cols-3">
  <label class="text-sm"
    >jacket, mm<input class="field font-mono" inputmode="decimal" bind:value={jacketMm} /></label
  >
  <label class="text-sm"
    >inner jacket, mm, if two<input class="field font-mono" inputmode="decimal" bind:value={innerMm} /></label
  >
  <label class="text-sm"
    >insulated conductor, mm<input
      class="field font-mono"
      inputmode="decimal"
      bind:value={conductorMm}
    /></label
  >
  <label class="text-sm"
    >gauge, AWG<input class="field font-mono" inputmode="decimal" bind:value={gauge} /></label
  >
  <Pick label="category" list={CATEGORIES} bind:value={category} />
  <Pick label="conductor" list={['solid', 'stranded'] as const} bind:value={conductor} />
  <Pick label="shield" list={SHIELDS} bind:value={shield} />
  <Pick label="jacket type" list={JACKETS} bind:value={jacket} />
  <Pick label="spline" list={['yes', 'no'] as const} bind:value={spline} />
</div>
{#each problems as p (p)}<p class="border-l-4 border-wrong pl-3" role="alert">{p}</p>{/each}
