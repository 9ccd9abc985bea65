<script lang="ts">
  import type { Copper } from '$core/copper/copper';
  import { conductorLabel, type End } from '$core/wiring/conductors';
  import type { Layout } from '$core/wiring/schemes';
  import Strand from '$lib/strand/Strand.svelte';
  import { drawLoom, loomMargin, loomSize } from './geometry';
  import { loomWords } from './words';

  interface Props {
    copper: Copper;
    layouts: Record<End, Layout>;
    shielded: boolean;
    upright: boolean;
    breakAt?: number | undefined;
    length?: string | undefined;
    /** What the ends are called. */
    names?: Record<End, string>;
  }
  const HEAD_AND_TAIL = { head: 'head', tail: 'tail' };
  let { copper, layouts, shielded, upright, breakAt, length, names = HEAD_AND_TAIL }: Props = $props();

  const id = $props.id();
  const loom = $derived(drawLoom({ copper, layouts, shielded, upright, breakAt }));
  const words = $derived(loomWords(copper, layouts, shielded));
  const margin = $derived(loomMargin(upright));
  const size = $derived(loomSize(shielded, upright));
</script>

<svg
  viewBox="{-margin.x} {-margin.y} {size.width} {size.height}"
  class={upright ? 'mx-auto block w-full max-w-[25rem]' : 'block h-auto w-full'}
  role="img"
  aria-labelledby="{id}-words"
>
  <title id="{id}-words">{words}</title>
  <defs>
    <pattern
      id="{id}-hatch"
      width="6"
      height="6"
      patternUnits="userSpaceOnUse"
      patternTransform="rotate(-45)"
    >
      <line x1="0" y1="0" x2="6" y2="0" stroke="var(--wrong)" stroke-width="2.4" />
    </pattern>
  </defs>
  <rect {...loom.jacket} fill="var(--sheet)" stroke="var(--rule)" />
  {#if length && !upright}
    <text x={loom.width / 2} y="14" text-anchor="middle" class="fill-faint font-mono text-[13px]"
      >{length}</text
    >
  {/if}
  {#each loom.pieces as piece (piece.key)}
    <Strand d={piece.d} conductor={piece.conductor} width={upright ? 7 : 8} />
  {/each}
  {#each loom.frays as f (f.key)}
    <g transform="translate({f.x} {f.y})">
      <circle r="10" fill="var(--paper)" stroke="var(--wrong)" stroke-width="2" />
      <path
        d="M-6 -6 L-1.5 -1 M-7 0 L-2 0 M-6 6 L-1.5 1 M6 -6 L1.5 -1 M7 0 L2 0 M6 6 L1.5 1"
        stroke="var(--ink)"
        stroke-width="1.4"
      />
    </g>
  {/each}
  {#each loom.bridges as b (b.key)}
    <path d={b.d} fill="none" stroke="var(--paper)" stroke-width="9" />
    <path d={b.d} fill="none" stroke="var(--wrong)" stroke-width="5" stroke-dasharray="4 2" />
  {/each}
  {#each ['head', 'tail'] as const as end (end)}
    <text
      x={upright ? 2 : end === 'head' ? loom.boxWidth / 2 : loom.width - loom.boxWidth / 2}
      y={upright ? (end === 'head' ? -21 : loom.height + 31) : -8}
      text-anchor={upright ? 'start' : 'middle'}
      class="fill-ink text-[15px] font-bold">{names[end]}</text
    >
  {/each}
  {#each loom.boxes as box (box.end + box.contact)}
    <g transform="translate({box.x} {box.y})">
      <rect
        width={loom.boxWidth}
        height={loom.boxHeight}
        fill={box.wrong ? `url(#${id}-hatch)` : 'var(--sheet)'}
        stroke={box.wrong ? 'var(--wrong)' : 'var(--ink)'}
        stroke-width={box.wrong ? 2 : 1}
      />
      {#if box.wrong}
        <rect
          x={loom.boxWidth / 2 - (upright ? 17 : 22)}
          y={loom.boxHeight / 2 - 9}
          width={upright ? 34 : 44}
          height="18"
          fill="var(--paper)"
        />
      {/if}
      <text
        x={loom.boxWidth / 2}
        y={loom.boxHeight / 2 + 4.5}
        text-anchor="middle"
        class={['fill-ink font-mono font-semibold', upright ? 'text-[11px]' : 'text-[13px]']}
      >
        {box.conductor ? conductorLabel(box.conductor) : 'none'}
      </text>
      {#if upright}
        <text
          x={loom.boxWidth / 2}
          y={box.end === 'head' ? -5 : loom.boxHeight + 14}
          text-anchor="middle"
          class="fill-ink text-[14px] font-bold">{box.contact}</text
        >
      {:else}
        <text
          x={box.end === 'head' ? -12 : loom.boxWidth + 12}
          y={loom.boxHeight / 2 + 5}
          text-anchor="middle"
          class="fill-ink text-[16px] font-bold">{box.contact}</text
        >
      {/if}
    </g>
  {/each}
</svg>
