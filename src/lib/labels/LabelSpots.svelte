<script lang="ts">
  import { LABEL_SPOTS, type LabelSpot } from '$core/labels/label-text';
  import type { Printing } from './printing.svelte';

  /** Which places of a link get a label. */
  let { printing }: { printing: Printing } = $props();
  const choice = $derived(printing.choice);
  function turn(spot: LabelSpot): void {
    choice.spots = choice.spots.includes(spot)
      ? choice.spots.filter((s) => s !== spot)
      : [...choice.spots, spot];
    choice.save();
  }
</script>

<div class="grid grid-cols-2 gap-1" role="group" aria-label="Where labels go">
  {#each LABEL_SPOTS as spot (spot)}
    <button
      class={[
        'flex min-h-12 items-center gap-2 border-2 px-2 text-left',
        choice.spots.includes(spot) ? 'border-ink font-bold' : 'border-rule',
      ]}
      aria-pressed={choice.spots.includes(spot)}
      onclick={() => turn(spot)}
      ><span
        class={[
          'flex size-6 items-center justify-center border-2 border-ink',
          choice.spots.includes(spot) && 'bg-ink text-paper',
        ]}>{choice.spots.includes(spot) ? '✓' : ''}</span
      >{printing.spotName(spot)}</button
    >
  {/each}
</div>
