<script lang="ts">
  import type { ToneSession } from './tone.svelte';

  /** The bundle as it lies; how much a cable is believed in is told by how much of it is filled. */
  let { session }: { session: ToneSession } = $props();
  /** A cable is drawn no smaller than a gloved thumb, where the row can be folded. */
  const THUMB_PX = 52;
  let room = $state(360);
  const perRow = $derived(Math.min(12, Math.max(4, Math.floor(room / THUMB_PX))));
  /** Where cables are drawn, in diameters: a combed row is folded, a round bundle stays as it is. */
  const drawn = $derived(
    session.lay === 'combed'
      ? session.bundle.places.map((_, i) => ({ x: i % perRow, y: Math.floor(i / perRow) * 1.3 }))
      : session.bundle.places,
  );
  const box = $derived.by(() => {
    const [xs, ys] = [drawn.map((p) => p.x), drawn.map((p) => p.y)];
    const [left, top] = [Math.min(...xs) - 0.6, Math.min(...ys) - 0.6];
    return { left, top, width: Math.max(...xs) - left + 0.6, height: Math.max(...ys) - top + 0.6 };
  });
  const most = $derived(Math.max(...session.belief));
</script>

<div bind:clientWidth={room}>
  <svg
    viewBox="{box.left} {box.top} {box.width} {box.height}"
    class="mx-auto max-h-[46dvh] w-full max-w-2xl touch-manipulation select-none"
    role="group"
    aria-label="Bundle of {session.n} cables"
  >
    {#each drawn as p, i (i)}
      {@const cable = i + 1}
      {@const share = session.belief[i]! / most}
      <g
        role="button"
        tabindex="0"
        aria-label="Cable {cable}, {Math.round(session.belief[i]! * 100)} %{cable === session.next
          ? ', try this next'
          : ''}"
        aria-pressed={cable === session.at}
        class="cursor-pointer"
        onclick={() => session.put(cable)}
        onkeydown={(e) => {
          if (e.key !== 'Enter' && e.key !== ' ') return;
          e.preventDefault();
          session.put(cable);
        }}
      >
        <circle cx={p.x} cy={p.y} r="0.47" fill="var(--paper)" stroke="var(--ink)" stroke-width="0.03" />
        <circle cx={p.x} cy={p.y} r={0.44 * Math.sqrt(share)} fill="var(--rule)" />
        {#if cable === session.next && cable !== session.at}<circle
            cx={p.x}
            cy={p.y}
            r="0.43"
            fill="var(--hivis)"
            stroke="var(--on-hivis)"
            stroke-width="0.05"
          />{/if}
        {#if cable === session.at}<circle
            cx={p.x}
            cy={p.y}
            r="0.43"
            fill="none"
            stroke="var(--ink)"
            stroke-width="0.13"
          />{/if}
        <text
          x={p.x}
          y={p.y + 0.12}
          text-anchor="middle"
          font-size="0.34"
          font-weight="700"
          fill={cable === session.next && cable !== session.at ? 'var(--on-hivis)' : 'var(--ink)'}
          class="font-mono">{cable}</text
        >
      </g>
    {/each}
  </svg>
</div>
