<script lang="ts">
  import { untrack } from 'svelte';
  import { innerWidth } from 'svelte/reactivity/window';
  import { ID1_MM } from '$core/bench/gauge';
  import type { GaugeScale } from './calibration.svelte';

  let { scale, ondone }: { scale: GaugeScale; ondone: () => void } = $props();
  /** A narrow screen does not hold the long edge: there the short one is laid across. */
  const narrow = $derived((innerWidth.current ?? 1280) < 640);
  let by = $state<'card' | 'ruler'>('card');
  const RULER_MM = 50;
  const mm = $derived(by === 'ruler' ? RULER_MM : narrow ? ID1_MM.short : ID1_MM.long);
  let px = $state(
    untrack(() =>
      Math.round(scale.pxPerMm * ((innerWidth.current ?? 1280) < 640 ? ID1_MM.short : ID1_MM.long)),
    ),
  );
  let refusal = $state('');

  function choose(what: 'card' | 'ruler'): void {
    by = what;
    px = Math.round(scale.pxPerMm * mm);
    refusal = '';
  }
  function keep(): void {
    const answer = scale.set(px, mm);
    refusal = answer.ok ? '' : answer.message;
    if (answer.ok) ondone();
  }
</script>

<section class="grid gap-3" aria-label="Calibrate this screen">
  <h2 class="text-xl font-bold">Once for this screen</h2>
  <p>
    {by === 'card'
      ? `Lay any bank or identity card on the glass, its ${narrow ? 'short' : 'long'} edge along the line, and bring the end of the line to the edge of the card.`
      : 'Lay a ruler on the glass and make the line 50 mm long.'}
  </p>
  <div class="overflow-x-hidden">
    <div
      class="border-2 border-ink bg-hivis"
      style="width: {px}px; height: {by === 'card' ? 72 : 24}px"
      data-testid="calibration-line"
    ></div>
  </div>
  <div class="flex flex-wrap items-center gap-2">
    {#each [-10, -1, 1, 10] as step (step)}
      <button
        class="h-13 min-w-13 border-2 border-ink px-2 font-mono text-lg"
        aria-label="{step > 0 ? 'longer' : 'shorter'} by {Math.abs(step)}"
        onclick={() => (px = Math.max(1, px + step))}>{step > 0 ? '+' : '−'}{Math.abs(step)}</button
      >
    {/each}
    <label class="flex items-center gap-2 text-sm"
      >length in pixels
      <input
        class="h-12 w-24 border border-ink bg-transparent px-2 font-mono text-base"
        type="number"
        step="any"
        bind:value={px}
      />
    </label>
  </div>
  {#if refusal}<p class="border-l-4 border-wrong pl-3" role="alert">{refusal}</p>{/if}
  <button class="act act-now" data-main-action onclick={keep}>It lies edge to edge</button>
  <button class="act" onclick={() => choose(by === 'card' ? 'ruler' : 'card')}
    >{by === 'card' ? 'I have a ruler instead' : 'I have a card instead'}</button
  >
</section>
