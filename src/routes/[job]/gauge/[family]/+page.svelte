<script lang="ts">
  import { onMount, untrack } from 'svelte';
  import { cableNamed } from '$core/model/cable-named';
  import { GUIDES } from '$core/bench/families';
  import { gaugeLengths } from '$core/bench/gauge';
  import type { Units } from '$core/bench/units';
  import type { UntwistSchool } from '$core/bench/untwist';
  import { FAMILY_NAMES } from '$core/wiring/connector';
  import Calibrate from '$lib/gauge/Calibrate.svelte';
  import { GaugeScale } from '$lib/gauge/calibration.svelte';
  import GaugeBars from '$lib/gauge/GaugeBars.svelte';
  import { useJob } from '$lib/job/open-job.svelte';

  let { data } = $props();
  const job = useJob();
  const scale = new GaugeScale();
  let calibrating = $state(false);
  let ready = $state(false);
  let units = $state<Units>(untrack(() => job.plan.policy.units));
  let school = $state<UntwistSchool>(untrack(() => job.plan.policy.untwist));
  onMount(() => {
    scale.resume();
    calibrating = !scale.calibrated;
    ready = true;
  });
  const cable = $derived(data.link ? job.plan.link(data.link)?.cable : undefined);
  const category = $derived((cable && cableNamed(cable, job.plan.parts)?.category) || '6');
  const lengths = $derived(gaugeLengths(GUIDES[data.family], school, category));
  const CHECK_BAR_MM = 100;
</script>

<svelte:head><title>gauge {FAMILY_NAMES[data.family]} · {job.plan.name}</title></svelte:head>
<main class="grid content-start gap-4 px-3 py-3 lg:px-5 print:hidden">
  <div class="flex flex-wrap items-baseline justify-between gap-x-4">
    <h1 class="text-2xl font-bold">Life size: {FAMILY_NAMES[data.family]}</h1>
    {#if data.link}<a
        class="flex min-h-12 items-center font-semibold underline underline-offset-4"
        href={job.at('bench', data.link, data.end ?? 'head')}
        >back to {job.plan.link(data.link)?.label ?? 'bench'}</a
      >{/if}
  </div>
  {#if ready && calibrating}
    <Calibrate {scale} ondone={() => (calibrating = false)} />
  {:else if ready}
    <p>Hold the cut end of the cable against the left edge of the bars.</p>
    <div class="overflow-x-hidden" data-testid="gauge">
      <GaugeBars {lengths} {units} mm={(n) => `${n * scale.pxPerMm}px`} />
    </div>
    <div class="flex flex-wrap gap-2">
      <button
        class="h-12 border-2 border-ink px-3 font-semibold"
        onclick={() => (units = units === 'mm' ? 'inch' : 'mm')}
        >{units === 'mm' ? 'inches' : 'millimetres'}</button
      >
      <button
        class="h-12 border-2 border-ink px-3 font-semibold"
        onclick={() => (school = school === 'standard' ? 'strict' : 'standard')}
        >{school === 'standard' ? 'strict' : 'standard'} untwist</button
      >
      <button class="h-12 border-2 border-ink px-3 font-semibold" onclick={() => (calibrating = true)}
        >calibrate again</button
      >
      <button class="h-12 border-2 border-ink px-3 font-semibold" onclick={() => print()}>print it</button>
    </div>
  {/if}
</main>
<section class="hidden p-2 print:block" aria-hidden="true">
  <h1 class="text-2xl font-bold">{FAMILY_NAMES[data.family]}, life size</h1>
  <p>
    Measure this bar first: it has to be 100 mm long. If it is not, print at 100 % with no fitting to the
    page.
  </p>
  <div class="my-2 h-4 border border-ink" style="width: {CHECK_BAR_MM}mm"></div>
  <GaugeBars {lengths} {units} mm={(n) => `${n}mm`} />
</section>
