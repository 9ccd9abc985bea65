<script lang="ts">
  import { draggable } from '@neodrag/svelte';
  import { apiAddress } from '$lib/address/address';
  import { sizeOf, SNAP_METRES, type PlacesDraft } from './places.svelte';

  /** A floor with its spaces as boxes: dragged, or moved by the arrow keys. */
  let { draft, job }: { draft: PlacesDraft; job: string } = $props();
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
  const drawing = $derived(draft.tool !== 'move');
  const line = (points: readonly (readonly [number, number])[]) => points.map((p) => p.join(',')).join(' ');
  function tap(event: MouseEvent & { currentTarget: HTMLElement }): void {
    if (!drawing) return;
    const box = event.currentTarget.getBoundingClientRect();
    draft.tap(
      (event.clientX - box.left) / scale + draft.extent.left,
      (event.clientY - box.top) / scale + draft.extent.top,
    );
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
    {#if draft.drawn.picture}
      {@const p = draft.drawn.picture}
      <img
        class="absolute max-w-none opacity-60"
        style="left: {(p.x - draft.extent.left) * scale}px; top: {(p.y - draft.extent.top) *
          scale}px; width: {p.width * scale}px; height: {p.height * scale}px"
        src={apiAddress(job, 'photos', p.photo)}
        alt="Drawing of floor {draft.floor}"
      />
    {/if}
    <svg
      class="pointer-events-none absolute inset-0 size-full"
      viewBox="{draft.extent.left} {draft.extent.top} {draft.extent.width} {draft.extent.depth}"
      aria-hidden="true"
    >
      {#each draft.drawn.corridors ?? [] as c (c.id)}
        <polyline
          points={line(c.points)}
          fill="none"
          stroke="var(--rule)"
          stroke-width="2"
          stroke-linejoin="round"
          stroke-linecap="round"
        />
        <polyline
          points={line(c.points)}
          fill="none"
          stroke="var(--ink)"
          stroke-width="0.15"
          stroke-dasharray="0.8 0.6"
        />
      {/each}
      {#each draft.drawn.stairs ?? [] as s (s.id)}
        <g transform="translate({s.x} {s.y})">
          <rect
            x="-1.2"
            y="-1.2"
            width="2.4"
            height="2.4"
            fill="var(--paper)"
            stroke="var(--ink)"
            stroke-width="0.15"
          />
          {#each [-0.6, 0, 0.6] as y (y)}<path
              d="M-1.2 {y}H1.2"
              stroke="var(--ink)"
              stroke-width="0.12"
            />{/each}
        </g>
      {/each}
      {#if draft.points.length}
        <polyline points={line(draft.points)} fill="none" stroke="var(--ink)" stroke-width="0.4" />
        {#each draft.points as [x, y], i (i)}<circle
            cx={x}
            cy={y}
            r="0.6"
            fill="var(--hivis)"
            stroke="var(--ink)"
            stroke-width="0.2"
          />{/each}
      {/if}
    </svg>
    {#each draft.here as s (s.id)}
      {@const size = sizeOf(s)}
      <button
        class={[
          drawing && 'pointer-events-none opacity-60',
          'absolute flex touch-none items-center justify-center overflow-hidden border-2 p-0.5 text-center text-sm leading-tight',
          s.id === draft.chosen
            ? 'z-10 border-on-hivis bg-hivis font-bold text-on-hivis'
            : s.kind === 'closet'
              ? 'border-ink bg-ink text-paper'
              : 'border-ink bg-paper',
        ]}
        style="left: {(s.x - size.width / 2 - draft.extent.left) * scale}px; top: {(s.y -
          size.depth / 2 -
          draft.extent.top) *
          scale}px; width: {Math.max(44, size.width * scale)}px; height: {Math.max(32, size.depth * scale)}px"
        aria-label="{s.name}, {s.x} by {s.y} metres"
        aria-pressed={s.id === draft.chosen}
        use:draggable={{
          bounds: 'parent',
          // Where it is stands in its style; a drag moves it from there and is taken up at its end.
          position: { x: 0, y: 0 },
          onDragStart: () => (draft.chosen = s.id),
          onDragEnd: ({ offsetX, offsetY }) =>
            draft.place(s.id, s.x + offsetX / scale, s.y + offsetY / scale),
        }}
        onclick={() => (draft.chosen = s.id)}
        onkeydown={(e) => onkeydown(e, s.id, s.x, s.y)}>{s.name}</button
      >
    {/each}
    {#if drawing}
      <div
        class="absolute inset-0 z-20 cursor-crosshair touch-manipulation"
        role="presentation"
        data-testid="tap-plan"
        onclick={tap}
      ></div>
    {/if}
  {/if}
</div>
