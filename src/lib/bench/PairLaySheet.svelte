<script lang="ts">
  import { layPairs, legendPlaces, rowPlaces } from '$core/bench/pair-lay';
  import { PAIR_COLOURS, type PairColour } from '$core/wiring/conductors';
  import Sheet from '$lib/controls/Sheet.svelte';
  import PairLayDrawing from './PairLayDrawing.svelte';
  import PairDot from './PairDot.svelte';
  import type { BenchSession } from './session.svelte';

  let { session, onclose }: { session: BenchSession; onclose: () => void } = $props();
  let tapped = $state<PairColour[]>([]);
  const order = $derived<PairColour[]>(
    tapped.length === 3 ? [...tapped, PAIR_COLOURS.find((c) => !tapped.includes(c))!] : tapped,
  );
  const places = $derived.by(() => {
    const { seen, scheme, guide } = session;
    return seen.kind === 'legend'
      ? legendPlaces(seen.places, scheme, guide.pairsSeenFrom === 'cable')
      : rowPlaces(scheme, seen.kind === 'plug' && seen.places[0]!.contact === '1');
  });
  const lay = $derived(order.length === 4 ? layPairs(order, places) : null);
</script>

<Sheet title="Which way round?" {onclose}>
  {#if !lay}
    <p class="text-lg">
      Look into the cut, and tap the pairs clockwise{tapped.length
        ? `: ${tapped.join(', ')}, then`
        : ', from any one of them'}.
    </p>
    <div class="mt-3 grid grid-cols-2 gap-2">
      {#each PAIR_COLOURS.filter((c) => !tapped.includes(c)) as c (c)}
        <button class="act min-h-16 justify-start" onclick={() => (tapped = [...tapped, c])}
          ><svg width="40" height="32" aria-hidden="true"><PairDot x={20} y={16} colour={c} /></svg
          >{c}</button
        >
      {/each}
    </div>
  {:else}
    <p class="text-lg" data-testid="pair-lay">
      {lay.end === 'other'
        ? 'These pairs follow neither rotation.'
        : `This is the ${lay.end} end: the other end comes round the other way.`}
      <strong
        >{places.form === 'ring'
          ? `Turn the cable until ${lay.turned[0]} is at the top left.`
          : `Press it flat with ${lay.turned[0]} and ${lay.turned[1]} at the left, ${lay.turned[2]} and ${lay.turned[3]} at the right.`}</strong
      >
      {#if lay.crossings.length}
        Then {lay.crossings
          .map((c) => `cross ${c.outside} and ${c.inside}, ${c.outside} on the outside`)
          .join('; ')}.
      {:else}
        Nothing has to cross.
      {/if}
    </p>
    <PairLayDrawing {lay} form={places.form} />
    <p class="text-sm text-faint">
      Drawn as {places.fromCableSide ? 'seen from the cable’s side' : 'seen into the cut'}. The least crossing
      by our weights: the pair of 4-5 across the pair of 3-6 costs most.
    </p>
    <button class="mt-2 act" onclick={() => (tapped = [])}>Tap them again</button>
  {/if}
</Sheet>
