<script lang="ts">
  import type { BenchConductor } from '$core/bench/seats';
  import { paintOf } from './colours';

  /** One length of conductor along a path: an edge, its base colour, and the stripe of a white one. */
  let { d, conductor, width = 8 }: { d: string; conductor: BenchConductor; width?: number } = $props();
  const paint = $derived(paintOf(conductor));
  const moved = $derived(`d: path("${d}")`);
</script>

<path {d} style={moved} class="strand" fill="none" stroke="var(--strand-edge)" stroke-width={width + 2} />
<path {d} style={moved} class="strand" fill="none" stroke={paint.base} stroke-width={width} />
{#if paint.stripe}
  <path
    {d}
    style={moved}
    class="strand"
    fill="none"
    stroke={paint.stripe}
    stroke-width={width}
    stroke-dasharray="6 6"
  />
{/if}

<style>
  .strand {
    transition: d 0.45s ease-in-out;
  }
</style>
