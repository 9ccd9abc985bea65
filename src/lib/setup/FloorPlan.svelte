<script lang="ts">
  import { draggable } from '@neodrag/svelte';
  import { sizeOf, SNAP_METRES, type PlacesDraft } from './places.svelte';

  /** A floor with its spaces as boxes: dragged, or moved by the arrow keys. */
  let { draft }: { draft: PlacesDraft } = $props();
  let room = $state(0);
  const scale = $derived(room / draft.extent.width);
  const ARROWS: Record<string, [number, number]> = {
    ArrowLeft: [-SNAP_METRES, 0],
    ArrowRight: [SNAP_METRES, 0],
    ArrowUp: [0, -SNAP_METRES],
    ArrowDown: [0, SNAP_METRES],
  };

  function onkeydown(event: KeyboardEvent, id: string, x: number, y: number): void {
    const step = ARROWS[event.key];
    if (!step) return;
    event.preventDefault();
    event.stopPropagation();
    draft.place(id, x + step[0], y + step[1]);
  }
</script>

<div
  class="relative overflow-hidden border-2 border-ink bg-sheet"
  style="height: {draft.extent.depth *
    scale}px; background-image: linear-gradient(var(--rule) 1px, transparent 1px), linear-gradient(90deg, var(--rule) 1px, transparent 1px); background-size: {5 *
    scale}px {5 * scale}px; background-position: {-draft.extent.left * scale}px {-draft.extent.top * scale}px"
  bind:clientWidth={room}
  role="group"
  aria-label="Plan of floor {draft.floor}, a square is 5 metres"
>
  {#if room}
    {#each draft.here as s (s.id)}
      {@const size = sizeOf(s)}
      <button
        class={[
          'absolute top-0 left-0 flex touch-none items-center justify-center overflow-hidden border-2 p-0.5 text-center text-sm leading-tight',
          s.id === draft.chosen
            ? 'z-10 border-on-hivis bg-hivis font-bold text-on-hivis'
            : s.kind === 'closet'
              ? 'border-ink bg-ink text-paper'
              : 'border-ink bg-paper',
        ]}
        style="width: {Math.max(44, size.width * scale)}px; height: {Math.max(32, size.depth * scale)}px"
        aria-label="{s.name}, {s.x} by {s.y} metres"
        aria-pressed={s.id === draft.chosen}
        use:draggable={{
          bounds: 'parent',
          position: {
            x: (s.x - size.width / 2 - draft.extent.left) * scale,
            y: (s.y - size.depth / 2 - draft.extent.top) * scale,
          },
          onDragStart: () => (draft.chosen = s.id),
          onDragEnd: ({ offsetX, offsetY }) =>
            draft.place(
              s.id,
              offsetX / scale + draft.extent.left + size.width / 2,
              offsetY / scale + draft.extent.top + size.depth / 2,
            ),
        }}
        onclick={() => (draft.chosen = s.id)}
        onkeydown={(e) => onkeydown(e, s.id, s.x, s.y)}>{s.name}</button
      >
    {/each}
  {/if}
</div>
