<script lang="ts">
  import { CONDUCTORS, PAIR_COLOURS, type PairColour } from '$core/wiring/conductors';
  import { paintOf } from '$lib/strand/colours';

  /** A pair seen end on: its white one and its solid one, side by side. */
  let {
    x,
    y,
    colour,
    letters = true,
  }: { x: number; y: number; colour: PairColour; letters?: boolean } = $props();
  const at = $derived(PAIR_COLOURS.indexOf(colour) * 2);
  const white = $derived(paintOf(CONDUCTORS[at]!));
  const solid = $derived(paintOf(CONDUCTORS[at + 1]!));
</script>

<circle cx={x - 7} cy={y} r="7" fill={white.base} stroke="var(--strand-edge)" />
<path d="M{x - 7} {y - 6.5} v13" stroke={white.stripe ?? 'none'} stroke-width="4" />
<circle cx={x + 7} cy={y} r="7" fill={solid.base} stroke="var(--strand-edge)" />
{#if letters}
  <text {x} y={y + 22} text-anchor="middle" class="letters">{CONDUCTORS[at + 1]}</text>
{/if}

<style>
  .letters {
    font-family: var(--font-mono);
    font-size: 13px;
    font-weight: 700;
    fill: var(--ink);
  }
</style>
