<script lang="ts">
  import type { BenchConductor } from '$core/bench/seats';
  import { paintOf } from './colours';

  /** A short piece of a conductor, beside its letters. */
  let {
    conductor,
    width = 34,
    height = 12,
  }: { conductor: BenchConductor; width?: number; height?: number } = $props();
  const paint = $derived(paintOf(conductor));
</script>

<svg {width} {height} aria-hidden="true" class="shrink-0">
  <rect x="0.5" y="0.5" width={width - 1} height={height - 1} fill={paint.base} stroke="var(--strand-edge)" />
  {#if paint.stripe}
    {#each { length: Math.floor((width - 4) / 12) } as _, i (i)}
      <rect x={5 + i * 12} y="1" width="6" height={height - 2} fill={paint.stripe} />
    {/each}
  {/if}
</svg>
