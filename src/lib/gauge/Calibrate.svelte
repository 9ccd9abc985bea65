<script lang="ts">
  import { untrack } from 'svelte';
  import { innerWidth } from 'svelte/reactivity/window';
  import { ID1_MM, screenWidthMm } from '$core/bench/gauge';
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
  const begunAt = untrack(() => px);
  let moved = $state(false);
  /** The line fits a screen that can be: how wide this one is by it, to be checked by eye. */
  let wide = $state<number | null>(null);

  function choose(what: 'card' | 'ruler'): void {
    by = what;
    px = Math.round(scale.pxPerMm * mm);
    refusal = '';
    wide = null;
  }
  function keep(): void {
    const answer = scale.judge(px, mm);
    refusal = !answer.ok
      ? answer.message
      : !moved && px === begunAt
        ? 'The line was not moved yet: bring its end to the edge, a step there and back if it is right already.'
        : '';
    wide = refusal ? null : screenWidthMm(innerWidth.current ?? 1280, px, mm);
  }
  function confirm(): void {
    if (scale.set(px, mm).ok) ondone();
  }
  function move(step: number): void {
    px = Math.max(1, px + step);
    moved = true;
    wide = null;
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
        onclick={() => move(step)}>{step > 0 ? '+' : '−'}{Math.abs(step)}</button
      >
    {/each}
    <label class="flex items-center gap-2 text-sm"
      >length in pixels
      <input
        class="h-12 w-24 border border-ink bg-transparent px-2 font-mono text-base"
        type="number"
        step="any"
        bind:value={px}
        oninput={() => {
          moved = true;
          wide = null;
        }}
      />
    </label>
  </div>
  {#if refusal}<p class="border-l-4 border-wrong pl-3" role="alert">{refusal}</p>{/if}
  {#if wide === null}
    <button class="act act-now" data-main-action onclick={keep}>It is edge to edge</button>
  {:else}
    <p class="text-lg font-bold" data-testid="sanity">
      This page is then {wide} mm wide on the glass. Is it?
    </p>
    <button class="act act-now" data-main-action onclick={confirm}>Yes, about {wide} mm</button>
    <button class="act" onclick={() => (wide = null)}>No: the line again</button>
  {/if}
  <button class="act" onclick={() => choose(by === 'card' ? 'ruler' : 'card')}
    >{by === 'card' ? 'I have a ruler instead' : 'I have a card instead'}</button
  >
</section>
