<script lang="ts">
  import type { Clip } from '$core/run/clips';
  import type { LaidRun, Stretch } from '$core/run/way';

  interface Box {
    name: string;
    x: number;
    y: number;
    width: number;
    depth: number;
  }
  interface Props {
    laid: LaidRun;
    clips: readonly Clip[];
    /** Seen from above, or from the side with every corner folded flat. */
    view: 'plan' | 'elevation';
    chosen: number;
    onchoose: (index: number) => void;
    /** Spaces of the floor it begins on, drawn under the plan. */
    spaces?: readonly Box[];
    /** A tap draws on to there; missing: it chooses a step. */
    ondraw?: ((x: number, y: number) => void) | undefined;
  }
  /** A run to scale. */
  let { laid, clips, view, chosen, onchoose, spaces = [], ondraw }: Props = $props();

  type Point = readonly [number, number];
  const ends = (s: Stretch): [Point, Point] =>
    view === 'plan'
      ? [
          [s.from.x, s.from.y],
          [s.to.x, s.to.y],
        ]
      : [
          [s.across, -s.from.z],
          [s.across + s.level, -s.to.z],
        ];
  const points = $derived(laid.stretches.flatMap(ends));
  /** Room round the drawing, and the least it shows, in metres. */
  const AROUND = 0.12;
  const LEAST = 3;
  const frame = $derived.by(() => {
    const xs = points.length ? points.map((p) => p[0]) : [0];
    const ys = points.length ? points.map((p) => p[1]) : [0];
    const [left, right, top, bottom] = [Math.min(...xs), Math.max(...xs), Math.min(...ys), Math.max(...ys)];
    const [w, h] = [Math.max(LEAST, right - left), Math.max(LEAST / 2, bottom - top)];
    const edge = AROUND * Math.max(w, h) + (ondraw ? 0.2 * Math.max(w, h) : 0);
    return {
      x: (left + right - w) / 2 - edge,
      y: (top + bottom - h) / 2 - edge,
      width: w + 2 * edge,
      height: h + 2 * edge,
    };
  });
  /** A line of the drawing, in metres: the same on glass however large the run is. */
  const stroke = $derived(Math.max(frame.width, frame.height) / 150);
  const path = (s: Stretch) => {
    const [a, b] = ends(s);
    return `M${a[0]} ${a[1]}L${b[0]} ${b[1]}`;
  };
  const at = (c: Clip): Point => {
    const s = laid.stretches[c.stretch]!;
    const [a, b] = ends(s);
    const t = c.along / s.step.metres;
    return [a[0] + t * (b[0] - a[0]), a[1] + t * (b[1] - a[1])];
  };
  /** What goes straight up or down is a point in the plan. */
  const isPoint = (s: Stretch) => {
    const [a, b] = ends(s);
    return Math.hypot(a[0] - b[0], a[1] - b[1]) < 1e-9;
  };
  const SCALES = [0.1, 0.2, 0.5, 1, 2, 5, 10, 20, 50];
  const bar = $derived(SCALES.findLast((m) => m <= frame.width / 3) ?? 0.1);
  function tap(event: MouseEvent & { currentTarget: SVGSVGElement }): void {
    if (!ondraw) return;
    const matrix = event.currentTarget.getScreenCTM();
    if (!matrix) return;
    const p = new DOMPoint(event.clientX, event.clientY).matrixTransform(matrix.inverse());
    ondraw(p.x, p.y);
  }
</script>

<!-- svelte-ignore a11y_click_events_have_key_events, a11y_no_noninteractive_element_interactions -->
<svg
  class={['w-full border border-rule bg-sheet', ondraw && 'cursor-crosshair touch-manipulation']}
  style="max-height: 46dvh"
  viewBox="{frame.x} {frame.y} {frame.width} {frame.height}"
  role="img"
  aria-label="{view === 'plan' ? 'Plan' : 'Elevation, every corner folded flat'}: {laid.metres.toFixed(
    1,
  )} metres in {laid.stretches.length} steps"
  data-testid="{view} of the run"
  onclick={tap}
>
  {#each spaces as s (s.name)}
    <rect
      x={s.x - s.width / 2}
      y={s.y - s.depth / 2}
      width={s.width}
      height={s.depth}
      fill="var(--paper)"
      stroke="var(--rule)"
      stroke-width={stroke * 0.6}
    />
    <text
      x={s.x}
      y={s.y}
      font-size={stroke * 6}
      fill="var(--faint)"
      text-anchor="middle"
      dominant-baseline="middle">{s.name}</text
    >
  {/each}
  {#each laid.stretches as s (s.index)}
    {@const [a, b] = ends(s)}
    {#if s.step.go === 'through'}
      <path d={path(s)} stroke="var(--ink)" stroke-width={stroke * 9} opacity="0.25" />
    {/if}
    {#if s.step.go === 'loop'}
      <circle
        cx={a[0]}
        cy={a[1]}
        r={stroke * 5}
        fill="none"
        stroke="var(--ink)"
        stroke-width={stroke * (s.index === chosen ? 3 : 1.5)}
      />
    {:else if isPoint(s)}
      <circle cx={a[0]} cy={a[1]} r={stroke * 2.4} fill="var(--ink)" />
    {:else}
      {#if s.index === chosen}<path d={path(s)} stroke="var(--hivis)" stroke-width={stroke * 7} />{/if}
      <path
        d={path(s)}
        stroke="var(--ink)"
        stroke-width={stroke * (s.index === chosen ? 3 : 1.8)}
        stroke-linecap="round"
        stroke-dasharray={s.step.go === 'over' ? `${stroke * 5} ${stroke * 3}` : undefined}
      />
    {/if}
    {#if !ondraw}
      <path
        d="M{a[0]} {a[1]}L{b[0] + 1e-6} {b[1]}"
        stroke="transparent"
        stroke-width={stroke * 14}
        stroke-linecap="round"
        role="presentation"
        onclick={() => onchoose(s.index)}
      />
    {/if}
  {/each}
  {#each clips as c, i (i)}
    {@const [x, y] = at(c)}
    <circle
      cx={x}
      cy={y}
      r={stroke * (c.bend ? 1.8 : 1.2)}
      fill={c.bend ? 'var(--ink)' : 'var(--sheet)'}
      stroke="var(--ink)"
      stroke-width={stroke * 0.5}
    />
  {/each}
  {#if points.length}
    <rect
      x={points[0]![0] - stroke * 3}
      y={points[0]![1] - stroke * 3}
      width={stroke * 6}
      height={stroke * 6}
      fill="var(--ink)"
    />
    <circle
      cx={points.at(-1)![0]}
      cy={points.at(-1)![1]}
      r={stroke * 3}
      fill="var(--sheet)"
      stroke="var(--ink)"
      stroke-width={stroke * 1.5}
    />
  {/if}
  <g transform="translate({frame.x + stroke * 6} {frame.y + frame.height - stroke * 6})">
    <path d="M0 {-stroke * 2}V0H{bar}V{-stroke * 2}" fill="none" stroke="var(--ink)" stroke-width={stroke} />
    <text x={bar + stroke * 3} y="0" font-size={stroke * 7} fill="var(--ink)">{bar} m</text>
  </g>
</svg>
