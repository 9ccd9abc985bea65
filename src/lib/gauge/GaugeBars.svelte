<script lang="ts">
  import { formatLength, MM_PER_INCH, type Units } from '$core/bench/units';
  import type { GaugeLength } from '$core/bench/gauge';

  /** Lengths drawn true: `unit` is what stands for a millimetre, pixels on a screen or `mm` on paper. */
  let { lengths, units, mm }: { lengths: readonly GaugeLength[]; units: Units; mm: (n: number) => string } =
    $props();
  const longest = $derived(Math.max(...lengths.map((l) => l.length.mm), 10));
  const step = $derived(units === 'mm' ? 1 : MM_PER_INCH / 16);
  const long = $derived(units === 'mm' ? 10 : 16);
  const ticks = $derived(Array.from({ length: Math.floor(longest / step) + 1 }, (_, i) => i));
</script>

<div class="relative h-9 border-b border-ink" style="width: {mm(longest)}" aria-hidden="true">
  {#each ticks as i (i)}
    <span
      class="absolute bottom-0 w-px bg-ink"
      style="left: {mm(i * step)}; height: {i % long === 0 ? 22 : i % (long / 2) === 0 ? 15 : 8}px"
    ></span>
    {#if i % long === 0 && i}<span class="absolute top-0 font-mono text-xs" style="left: {mm(i * step)}"
        >{units === 'mm' ? i : i / 16}</span
      >{/if}
  {/each}
</div>
<ul class="mt-1 grid gap-2">
  {#each lengths as l (l.name)}
    <li>
      <div
        class="h-8 border-2 border-l-4 border-ink bg-sheet"
        style="width: {mm(l.length.mm)}; box-sizing: border-box"
        data-testid="bar {l.name}"
      ></div>
      <p>
        <strong>{l.name}</strong>
        {formatLength(l.length.mm, units)}{l.length.range
          ? ` (some ${formatLength(l.length.range[0], units)} to ${formatLength(l.length.range[1], units)})`
          : ''}
        <span class="text-sm text-faint"
          >{l.length.source ? `${l.length.source}, from memory` : l.length.mark}</span
        >
      </p>
    </li>
  {/each}
</ul>
