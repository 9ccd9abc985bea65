import type { Floor } from '../model/job';
import { STAIRS_METRES, walkMetres, type Distance, type Place } from './distance';

/** A walk: how far it is, and whether nobody knows the way, so that it is reckoned straight through walls. */
export interface Way {
  metres: number;
  guess: boolean;
}
type Point = readonly [number, number];
interface Segment {
  floor: number;
  a: Point;
  b: Point;
  /** Nodes that lie on it, with how far each is from `a`. */
  on: { node: number; at: number }[];
}

const far = (a: Point, b: Point): number => Math.hypot(a[0] - b[0], a[1] - b[1]);

/** How far along a segment the point of it lies that is nearest to `p`, and how far off `p` is. */
function nearestOn({ a, b }: Pick<Segment, 'a' | 'b'>, p: Point): { at: number; off: number; point: Point } {
  const length = far(a, b);
  const t = length
    ? Math.min(1, Math.max(0, ((p[0] - a[0]) * (b[0] - a[0]) + (p[1] - a[1]) * (b[1] - a[1])) / length ** 2))
    : 0;
  const point: Point = [a[0] + t * (b[0] - a[0]), a[1] + t * (b[1] - a[1])];
  return { at: t * length, off: far(p, point), point };
}

/** Where two segments cross, if they do. */
function crossing(s: Segment, t: Segment): Point | null {
  const [ax, ay] = [s.b[0] - s.a[0], s.b[1] - s.a[1]];
  const [bx, by] = [t.b[0] - t.a[0], t.b[1] - t.a[1]];
  const cross = ax * by - ay * bx;
  if (Math.abs(cross) < 1e-12) return null;
  const [dx, dy] = [t.a[0] - s.a[0], t.a[1] - s.a[1]];
  const [u, v] = [(dx * by - dy * bx) / cross, (dx * ay - dy * ax) / cross];
  const inside = (x: number) => x >= -1e-9 && x <= 1 + 1e-9;
  return inside(u) && inside(v) ? [s.a[0] + u * ax, s.a[1] + u * ay] : null;
}

/** Ends of corridors this close, in metres, are one: nobody taps a point twice. Our judgement. */
const TOGETHER = 0.5;

/**
 * Walks along corridors and stairs as a graph. A place is as far from the corridor as the nearest point of it is; where
 * a floor has no corridor, or no stairs lead there, the walk is reckoned straight and marked as a guess.
 *
 * @example
 * new Ways(plan.floors).between(closet, room) // { metres: 34, guess: false }
 */
export class Ways {
  private readonly segments: Segment[] = [];
  private readonly neighbours: { to: number; metres: number }[][] = [];
  private readonly nodes: { floor: number; point: Point }[] = [];
  private readonly from = new Map<number, Float64Array>();

  constructor(floors: readonly Floor[]) {
    const used = floors.filter((f) => !f.retired);
    for (const { floor, corridors = [] } of used)
      for (const { points } of corridors)
        for (let i = 1; i < points.length; i++)
          this.segments.push({ floor, a: points[i - 1]!, b: points[i]!, on: [] });
    for (const s of this.segments) {
      this.put(s, this.node(s.floor, s.a));
      this.put(s, this.node(s.floor, s.b));
    }
    for (const [i, s] of this.segments.entries())
      for (const t of this.segments.slice(i + 1)) {
        const point = s.floor === t.floor ? crossing(s, t) : null;
        if (!point) continue;
        const node = this.node(s.floor, point);
        this.put(s, node);
        this.put(t, node);
      }
    // An end that stops just short of another corridor is meant to meet it.
    for (const s of this.segments)
      for (const end of [s.a, s.b])
        for (const t of this.segments) {
          if (t === s || t.floor !== s.floor) continue;
          const { off, point } = nearestOn(t, end);
          if (off > TOGETHER) continue;
          const [mine, theirs] = [this.node(s.floor, end), this.node(t.floor, point)];
          this.put(t, theirs);
          if (mine !== theirs) this.join(mine, theirs, off);
        }
    for (const { floor, stairs = [] } of used)
      for (const { x, y, to } of stairs) {
        const [here, there] = [this.entry({ floor, x, y }), this.entry({ floor: to, x, y })];
        if (!here || !there) continue;
        const [a, b] = [this.node(floor, here.point), this.node(to, there.point)];
        this.put(here.segment, a);
        this.put(there.segment, b);
        this.join(a, b, here.off + there.off + Math.abs(floor - to) * STAIRS_METRES);
      }
    for (const { on } of this.segments) {
      on.sort((p, q) => p.at - q.at);
      for (let i = 1; i < on.length; i++)
        if (on[i]!.node !== on[i - 1]!.node)
          this.join(on[i - 1]!.node, on[i]!.node, on[i]!.at - on[i - 1]!.at);
    }
  }

  private node(floor: number, point: Point): number {
    const there = this.nodes.findIndex((n) => n.floor === floor && far(n.point, point) < 1e-6);
    if (there >= 0) return there;
    this.nodes.push({ floor, point });
    this.neighbours.push([]);
    return this.nodes.length - 1;
  }
  private put(segment: Segment, node: number): void {
    if (!segment.on.some((o) => o.node === node))
      segment.on.push({ node, at: nearestOn(segment, this.nodes[node]!.point).at });
  }
  private join(a: number, b: number, metres: number): void {
    this.neighbours[a]!.push({ to: b, metres });
    this.neighbours[b]!.push({ to: a, metres });
  }

  /** Where one comes onto a corridor from a place; none where its floor has no corridor. */
  private entry(p: Place): { segment: Segment; at: number; off: number; point: Point } | null {
    let best: { segment: Segment; at: number; off: number; point: Point } | null = null;
    for (const segment of this.segments) {
      if (segment.floor !== p.floor) continue;
      const near = nearestOn(segment, [p.x, p.y]);
      if (!best || near.off < best.off) best = { segment, ...near };
    }
    return best;
  }

  /** How far every node is from one, by Dijkstra; kept, since walks are asked for again and again. */
  private distances(source: number): Float64Array {
    const kept = this.from.get(source);
    if (kept) return kept;
    const metres = new Float64Array(this.nodes.length).fill(Infinity);
    const done = new Uint8Array(this.nodes.length);
    metres[source] = 0;
    for (;;) {
      let next = -1;
      for (let i = 0; i < metres.length; i++)
        if (!done[i] && metres[i]! < (next < 0 ? Infinity : metres[next]!)) next = i;
      if (next < 0) break;
      done[next] = 1;
      for (const { to, metres: step } of this.neighbours[next]!)
        metres[to] = Math.min(metres[to]!, metres[next]! + step);
    }
    this.from.set(source, metres);
    return metres;
  }

  /** The walk between two places. */
  between(a: Place, b: Place): Way {
    const [from, to] = [this.entry(a), this.entry(b)];
    const straight = { metres: walkMetres(a, b), guess: straightIsGuess(a, b) };
    if (!from || !to) return straight;
    let along = from.segment === to.segment ? Math.abs(from.at - to.at) : Infinity;
    for (const p of from.segment.on) {
      const metres = this.distances(p.node);
      const out = Math.abs(p.at - from.at);
      for (const q of to.segment.on) along = Math.min(along, out + metres[q.node]! + Math.abs(q.at - to.at));
    }
    if (along === Infinity) return straight;
    const same = a.floor === b.floor && a.x === b.x && a.y === b.y;
    return { metres: same ? 0 : from.off + along + to.off, guess: false };
  }

  /** The way between two places as points, straight where nothing is known of it (`guess`). */
  path(a: Place, b: Place): { points: Place[]; guess: boolean } {
    const [from, to] = [this.entry(a), this.entry(b)];
    const straight = { points: [a, b], guess: true };
    if (!from || !to) return straight;
    const on = (floor: number, [x, y]: Point): Place => ({ floor, x, y });
    const ends = (between: Place[]) => ({
      points: [a, on(a.floor, from.point), ...between, on(b.floor, to.point), b],
      guess: false,
    });
    let best: { metres: number; p: number; q: number } | null =
      from.segment === to.segment ? { metres: Math.abs(from.at - to.at), p: -1, q: -1 } : null;
    for (const p of from.segment.on)
      for (const q of to.segment.on) {
        const metres = Math.abs(p.at - from.at) + this.distances(p.node)[q.node]! + Math.abs(q.at - to.at);
        if (metres < (best?.metres ?? Infinity)) best = { metres, p: p.node, q: q.node };
      }
    if (!best) return straight;
    if (best.p < 0) return ends([]);
    // Back from the far node, each time to the neighbour that lies on the shortest way.
    const metres = this.distances(best.p);
    const back = [best.q];
    while (back.at(-1) !== best.p) {
      const here = back.at(-1)!;
      const before = this.neighbours[here]!.find(
        (n) => Math.abs(metres[n.to]! + n.metres - metres[here]!) < 1e-6 && !back.includes(n.to),
      );
      if (!before) return straight;
      back.push(before.to);
    }
    return ends(back.reverse().map((n) => on(this.nodes[n]!.floor, this.nodes[n]!.point)));
  }

  /** How far it is to walk, for tours and rounds. */
  readonly metres: Distance = (a, b) => this.between(a, b).metres;
}

const straightIsGuess = (a: Place, b: Place): boolean => walkMetres(a, b) > 0;
