<script lang="ts">
  import { exchanged, type PairLay } from '$core/bench/pair-lay';
  import PairDot from './PairDot.svelte';

  let { lay, form }: { lay: PairLay; form: 'ring' | 'row' } = $props();
  /** Every stage from the turned cable to the connector. */
  const stages = $derived(
    lay.crossings.reduce((all, c) => [...all, exchanged(all.at(-1)!, ...c.places)], [[...lay.turned]]),
  );
  const WIDTH = 150;
  const place = (i: number, stage: number) => {
    const left = stage * WIDTH + WIDTH / 2;
    if (form === 'row') return { x: left - 54 + i * 36, y: 70 };
    const corner = [
      [-34, -30],
      [34, -30],
      [34, 36],
      [-34, 36],
    ][i]!;
    return { x: left + corner[0]!, y: 74 + corner[1]! };
  };
</script>

<svg
  viewBox="0 0 {stages.length * WIDTH} 150"
  class="mx-auto my-3 block max-h-52 w-full"
  role="img"
  aria-label="From the cable: {stages.map((s) => s.join(', ')).join('; then ')}"
>
  {#each stages as stage, k (k)}
    {@const left = k * WIDTH + WIDTH / 2}
    {#if form === 'ring'}
      {#if k === stages.length - 1}<rect
          x={left - 62}
          y="14"
          width="124"
          height="124"
          class="outline"
        />{:else}<circle cx={left} cy="76" r="62" class="outline" />{/if}
    {:else}
      <rect x={left - 72} y="46" width="144" height="60" class="outline" />
    {/if}
    {@const crossing = lay.crossings[k]}
    {#if crossing}
      {@const a = place(crossing.places[0], k)}
      {@const b = place(crossing.places[1], k)}
      {@const bow = form === 'row' ? -34 : 0}
      <path
        d="M{a.x} {a.y} Q{(a.x + b.x) / 2 +
          (form === 'ring' && a.x === b.x ? Math.sign(a.x - left) * 30 : 0)} {(a.y + b.y) / 2 +
          (form === 'ring' && a.y === b.y ? Math.sign(a.y - 76) * 30 : bow)} {b.x} {b.y}"
        class="cross"
      />
    {/if}
    {#each stage as colour, i (colour)}
      {@const p = place(i, k)}
      <PairDot x={p.x} y={p.y} {colour} />
    {/each}
  {/each}
</svg>

<style>
  .outline {
    fill: none;
    stroke: var(--ink);
    stroke-width: 1.5;
  }
  .cross {
    fill: none;
    stroke: var(--ink);
    stroke-width: 2.5;
    stroke-dasharray: 6 4;
  }
</style>
