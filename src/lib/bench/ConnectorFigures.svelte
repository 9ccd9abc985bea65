<script lang="ts">
  import { untrack } from 'svelte';
  import { figure, figureProblem } from '$core/wiring/figures';
  import { CATEGORIES, type ConnectorSpec } from '$core/wiring/parts';
  import Pick from './Pick.svelte';

  /** The figures of a connector, typed in; `onfigures` hears them, or null while one of them cannot be meant. */
  let { from, onfigures }: { from: ConnectorSpec; onfigures: (spec: ConnectorSpec | null) => void } =
    $props();
  const before = untrack(() => from);
  let jacketMm = $state(String(before.jacketMaxMm));
  let conductorMm = $state(String(before.conductorMaxMm));
  let thick = $state(String(before.gauges[0]));
  let thin = $state(String(before.gauges[1]));
  let category = $state(before.category);
  let takes = $state(before.takes);
  let shielded = $state<'yes' | 'no'>(before.shielded ? 'yes' : 'no');
  const problems = $derived(
    [
      figureProblem('jacket', figure(jacketMm)),
      figureProblem('conductor', figure(conductorMm)),
      figureProblem('gauge', figure(thick)) ??
        figureProblem('gauge', figure(thin)) ??
        (figure(thick) <= figure(thin)
          ? null
          : 'The thickest gauge has the smaller number: exchange the two.'),
    ].filter((p) => p !== null),
  );
  $effect(() => {
    const spec: ConnectorSpec = {
      ...{ family: before.family, category, takes },
      shielded: shielded === 'yes',
      gauges: [figure(thick), figure(thin)],
      jacketMaxMm: figure(jacketMm),
      conductorMaxMm: figure(conductorMm),
    };
    onfigures(problems.length ? null : spec);
  });
</script>

<div class="grid grid-cols-2 gap-2 sm:grid-cols-3">
  <label class="text-sm"
    >thickest jacket, mm<input class="field font-mono" inputmode="decimal" bind:value={jacketMm} /></label
  >
  <label class="text-sm"
    >thickest conductor, mm<input
      class="field font-mono"
      inputmode="decimal"
      bind:value={conductorMm}
    /></label
  >
  <label class="text-sm"
    >thickest gauge, AWG<input class="field font-mono" inputmode="decimal" bind:value={thick} /></label
  >
  <label class="text-sm"
    >thinnest gauge, AWG<input class="field font-mono" inputmode="decimal" bind:value={thin} /></label
  >
  <Pick label="takes" list={['solid', 'stranded', 'both'] as const} bind:value={takes} />
  <Pick label="category" list={CATEGORIES} bind:value={category} />
  <Pick label="shielded" list={['yes', 'no'] as const} bind:value={shielded} />
</div>
{#each problems as p (p)}<p class="border-l-4 border-wrong pl-3" role="alert">{p}</p>{/each}
