<script lang="ts">
  import type { Rate } from '$core/statistics/rates';

  /** A share with its bounds on a line from 0 to 100 %, and in figures beside it. */
  let { rate, few = false }: { rate: Rate; few?: boolean } = $props();
  const per = (x: number) => `${Math.round(100 * x)} %`;
  const x = (share: number) => 4 + 192 * share;
</script>

<span class="flex flex-wrap items-center gap-x-3">
  {#if few}
    <span class="text-sm text-faint">{rate.hits} of {rate.of}: too few to say</span>
  {:else}
    <svg viewBox="0 0 200 20" class="h-5 w-40 shrink-0" aria-hidden="true">
      <path d="M4 10H196" class="line" />
      <path d="M{x(rate.low)} 10H{x(rate.high)}" class="bounds" />
      <path d="M{x(rate.hits / rate.of)} 2V18" class="mark" />
    </svg>
    <span class="font-mono text-sm"
      >{rate.hits} of {rate.of}, between {per(rate.low)} and {per(rate.high)}</span
    >
  {/if}
</span>

<style>
  .line {
    stroke: var(--rule);
    stroke-width: 1.5;
  }
  .bounds {
    stroke: var(--ink);
    stroke-width: 7;
    opacity: 0.45;
  }
  .mark {
    stroke: var(--ink);
    stroke-width: 3;
  }
</style>
