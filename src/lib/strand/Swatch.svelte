<script lang="ts">
  import type { Conductor } from '$core/wiring/conductors';
  import { paintOf } from './colours';

  /** A short piece of a conductor, beside its letters. */
  let {
    conductor,
    width = 34,
    height = 12,
  }: { conductor: Conductor; width?: number; height?: number } = $props();
  const paint = $derived(paintOf(conductor));
</script>

<svg {width} {height} aria-hidden="true" class="shrink-0">
  <rect x="0.5" y="0.5" width={width - 1} height={height - 1} fill={paint.base} stroke="var(--strand-edge)" />
  {#if paint.stripe}
    {#each [0, 1, 2, 3, 4] as i (i)}
      {#if 5 + i * 12 + 6 < width}<rect
          x={5 + i * 12}
          y="1"
          width="6"
          height={height - 2}
          fill={paint.stripe}
        />{/if}
    {/each}
  {/if}
</svg>
