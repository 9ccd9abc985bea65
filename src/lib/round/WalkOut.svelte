<script lang="ts">
  import type { Round } from '$core/survey/rounds';
  import WalkStops from './WalkStops.svelte';

  /** The walk that puts a round's remotes into their outlets. */
  let { round, onout }: { round: Round; onout: () => void } = $props();
</script>

<WalkStops stops={round.stops} />
<button class="in-reach-alone act min-h-14 act-now text-lg" data-main-action onclick={onout}
  >{round.placed.length === 1 ? 'It is in' : `All ${round.placed.length} are in`}: back to the closet
  <kbd class="hidden key lg:inline">PgDn</kbd></button
>
