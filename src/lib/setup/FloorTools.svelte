<script lang="ts">
  import Choice from '$lib/controls/Choice.svelte';
  import { readPoints, type Sides } from '$core/plan/arrange';
  import Segments from '$lib/controls/Segments.svelte';
  import { keepFloorPicture } from './floor-picture';
  import type { PlacesDraft, Tool } from './places.svelte';

  /** What a floor is drawn with: corridors, stairs, rooms set along a corridor, another floor like it, a drawing under it. */
  let { draft, job, onsays }: { draft: PlacesDraft; job: string; onsays: (says: string) => void } = $props();
  let open = $state(false);
  let typed = $state('');
  let stairsTo = $state('');
  let copyTo = $state('');
  let picked = $state('');
  let sides = $state<Sides>('both');
  let metres = $state('');
  let working = $state(false);
  const corridors = $derived(draft.drawn.corridors ?? []);
  /** The corridor rooms are set along: the one that was picked, while it is there. */
  const along = $derived((corridors.find((c) => c.id === picked) ?? corridors[0])?.id ?? '');
  const stairs = $derived(draft.drawn.stairs ?? []);
  const rooms = $derived(draft.here.filter((s) => s.kind === 'room').length);
  const SIDES = [
    ['both', 'both sides'],
    ['left', 'left'],
    ['right', 'right'],
  ] as const;
  const SAYS: Record<Exclude<Tool, 'move'>, string> = {
    corridor: 'Tap where the corridor goes, point by point.',
    stairs: 'Tap where the stairs are.',
    scale: 'Tap two points of the drawing whose distance you know.',
  };
  const asText = (points: readonly (readonly [number, number])[]) =>
    points.map((p) => p.join(' ')).join(', ');

  function floorOf(text: string): number | null {
    const n = Number(text);
    const good = text.trim() !== '' && Number.isInteger(n) && n >= -20 && n <= 200 && n !== draft.floor;
    onsays(good ? '' : 'Another floor is a whole number from −20 to 200.');
    return good ? n : null;
  }
  function type(event: SubmitEvent): void {
    event.preventDefault();
    const read = readPoints(typed);
    onsays(read.ok ? '' : read.message);
    if (!read.ok) return;
    draft.addCorridor(read.points);
    typed = '';
  }
  function retype(id: string, text: string): void {
    const read = readPoints(text);
    onsays(read.ok ? '' : read.message);
    if (read.ok) draft.changeCorridor(id, read.points);
  }
  async function lay(file: File | undefined): Promise<void> {
    if (!file) return;
    working = true;
    const laid = await keepFloorPicture(job, file);
    working = false;
    onsays(laid.ok ? '' : laid.message);
    if (laid.ok) draft.layPicture(laid.photo, laid.width, laid.height);
  }
  function scale(event: SubmitEvent): void {
    event.preventDefault();
    const n = Number(metres.replace(',', '.'));
    onsays(n > 0 && n <= 1000 ? '' : 'The two points are 0 to 1,000 metres apart: write how many.');
    if (!(n > 0 && n <= 1000)) return;
    draft.scalePicture(n);
    metres = '';
  }
</script>

{#if draft.tool !== 'move'}
  <section class="grid gap-2 border-2 border-ink p-3" aria-label="Drawing">
    <p>{SAYS[draft.tool]}</p>
    {#if draft.tool === 'corridor'}
      <button
        class="act act-now"
        disabled={draft.points.length < 2}
        onclick={() => draft.addCorridor(draft.points)}>The corridor ends here</button
      >
    {:else if draft.tool === 'stairs' && draft.points.length}
      <form
        class="grid grid-cols-[1fr_auto] gap-2"
        onsubmit={(e) => {
          e.preventDefault();
          const to = floorOf(stairsTo);
          if (to !== null) draft.addStairs(to);
        }}
      >
        <input
          class="field mt-0 font-mono"
          inputmode="numeric"
          aria-label="stairs lead to floor"
          placeholder={String(draft.floor + 1)}
          bind:value={stairsTo}
        />
        <button class="act act-now">They lead there</button>
      </form>
    {:else if draft.tool === 'scale' && draft.points.length > 1}
      <form class="grid grid-cols-[1fr_auto] gap-2" onsubmit={scale}>
        <input
          class="field mt-0 font-mono"
          inputmode="decimal"
          aria-label="metres between the two points"
          placeholder="metres"
          bind:value={metres}
        />
        <button class="act act-now">So far apart</button>
      </form>
    {/if}
    <div class="grid grid-cols-2 gap-2">
      <button class="act" disabled={!draft.points.length} onclick={() => draft.backPoint()}
        >Take the point back</button
      >
      <button class="act" onclick={() => draft.take('move')}>Leave it</button>
    </div>
  </section>
{:else}
  <div class="grid grid-cols-2 gap-2">
    <button class="act" onclick={() => draft.take('corridor')}>Draw a corridor</button>
    <button class="act" aria-expanded={open} onclick={() => (open = !open)}>Stairs, floors, drawing</button>
  </div>
{/if}
{#if corridors.length}
  <ul class="border-t border-rule" aria-label="Corridors">
    {#each corridors as c, i (c.id)}
      <li class="grid grid-cols-[1fr_auto] items-center gap-2 border-b border-rule py-1">
        <input
          class="h-12 border border-rule bg-transparent px-2 font-mono"
          aria-label="Points of corridor {i + 1}"
          value={asText(c.points)}
          onchange={(e) => retype(c.id, e.currentTarget.value)}
        />
        <button
          class="h-12 min-w-10"
          aria-label="Take corridor {i + 1} out"
          onclick={() => draft.removeCorridor(c.id)}>✕</button
        >
      </li>
    {/each}
  </ul>
  {#if rooms > 1}
    <div class="grid gap-2">
      {#if corridors.length > 1}
        <Choice
          bare
          label="along which corridor"
          options={corridors.map((c, i) => [c.id, `corridor ${i + 1}`] as const)}
          value={along}
          onchoose={(id) => (picked = id)}
        />
      {/if}
      <Segments label="Sides" options={SIDES} value={sides} columns={3} onchoose={(v) => (sides = v)} />
      <button class="act" onclick={() => draft.arrange(along, sides)}
        >Set the {rooms} rooms along it, by their names</button
      >
    </div>
  {/if}
{/if}
{#if open}
  <section class="grid gap-3" aria-label="More of this floor">
    <form class="grid grid-cols-[1fr_auto] gap-2" onsubmit={type}>
      <input
        class="field mt-0 font-mono"
        aria-label="a corridor by its points"
        placeholder="0 4, 30 4"
        bind:value={typed}
      />
      <button class="act">Add this corridor</button>
    </form>
    <button class="act" onclick={() => draft.take('stairs')}>Put stairs or a lift</button>
    {#if stairs.length}
      <ul class="border-t border-rule" aria-label="Stairs">
        {#each stairs as s (s.id)}
          <li class="flex items-center justify-between border-b border-rule">
            <span>at <span class="font-mono">{s.x} {s.y}</span>, to floor {s.to}</span>
            <button
              class="h-12 min-w-10"
              aria-label="Take these stairs out"
              onclick={() => draft.removeStairs(s.id)}>✕</button
            >
          </li>
        {/each}
      </ul>
    {/if}
    <form
      class="grid grid-cols-[1fr_auto] gap-2"
      onsubmit={(e) => {
        e.preventDefault();
        const to = floorOf(copyTo);
        if (to !== null) draft.copyTo(to);
      }}
    >
      <input
        class="field mt-0 font-mono"
        inputmode="numeric"
        aria-label="floor that is like this one"
        placeholder={String(draft.floor + 1)}
        bind:value={copyTo}
      />
      <button class="act">That floor is like this one</button>
    </form>
    <label class="act cursor-pointer"
      >{working
        ? 'Reading the drawing …'
        : draft.drawn.picture
          ? 'Another drawing under it'
          : 'Lay a drawing under it (picture or PDF)'}
      <input
        type="file"
        class="sr-only"
        accept="image/png,image/jpeg,image/webp,application/pdf,.pdf"
        onchange={(e) => {
          const file = e.currentTarget.files?.[0];
          e.currentTarget.value = '';
          void lay(file);
        }}
      /></label
    >
    {#if draft.drawn.picture}
      <div class="grid grid-cols-2 gap-2">
        <button class="act" onclick={() => draft.take('scale')}>Set its scale</button>
        <button class="act" onclick={() => draft.removePicture()}>Take it away</button>
      </div>
      <div class="grid grid-cols-4 gap-1" role="group" aria-label="Move the drawing by a metre">
        <button
          class="h-12 border border-rule"
          aria-label="drawing left"
          onclick={() => draft.movePicture(-1, 0)}>←</button
        >
        <button
          class="h-12 border border-rule"
          aria-label="drawing right"
          onclick={() => draft.movePicture(1, 0)}>→</button
        >
        <button
          class="h-12 border border-rule"
          aria-label="drawing up"
          onclick={() => draft.movePicture(0, -1)}>↑</button
        >
        <button
          class="h-12 border border-rule"
          aria-label="drawing down"
          onclick={() => draft.movePicture(0, 1)}>↓</button
        >
      </div>
    {/if}
  </section>
{/if}
