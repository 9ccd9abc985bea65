import type { CableToCut } from './boxes';

/** Cables are added up in whole centimetres, rounded up, boxes down: what fits so, fits. */
export const cmOfCut = (metres: number): number => Math.ceil(metres * 100 - 1e-6);
/** What a box holds, in whole centimetres. */
export const cmOfBox = (metres: number): number => Math.floor(metres * 100 + 1e-6);

/**
 * The cables that fill a box best: of all choices the one with the most length that it still holds, by dynamic
 * programming over centimetres.
 *
 * @example
 * bestFill([{ label: 'A', metres: 60 }, { label: 'B', metres: 50 }, { label: 'C', metres: 45 }], 100) // B and C
 */
export function bestFill(cuts: readonly CableToCut[], metres: number): CableToCut[] {
  const room = cmOfBox(metres);
  /** By which cable a sum was first reached; -1: not. */
  const by = new Int32Array(room + 1).fill(-1);
  let reached = 0;
  for (const [i, cut] of cuts.entries()) {
    const w = cmOfCut(cut.metres);
    for (let s = Math.min(room, reached + w); s >= w; s--) if (by[s]! < 0 && (s === w || by[s - w]! >= 0)) by[s] = i;
    reached = Math.min(room, reached + w);
    if (by[room]! >= 0) break;
  }
  let sum = room;
  while (sum > 0 && by[sum]! < 0) sum--;
  const out: CableToCut[] = [];
  while (sum > 0) {
    const cut = cuts[by[sum]!]!;
    out.push(cut);
    sum -= cmOfCut(cut.metres);
  }
  return out;
} // prettier-ignore

const loadOf = (cuts: readonly CableToCut[]) => cuts.reduce((s, r) => s + cmOfCut(r.metres), 0);

/** Boxes that are filled anew together with the emptiest one. */
const TOGETHER = [1, 2, 2, 3] as const;
/** After so many tries without any gain it is given up. Our judgement. */
const MOST_TRIES = 400;

/**
 * Fills boxes of one size so that fewer are needed: the emptiest gives what it has to others, a few at a time, each of
 * those filled as full as can be. Answers the cables of each box that is left, as soon as one is empty; null where none was
 * emptied in time.
 */
export function oneFewer(boxes: readonly (readonly CableToCut[])[], metres: number, { random, late }: { random: () => number; late: () => boolean }): CableToCut[][] | null {
  const now = boxes.map((b) => [...b]);
  for (let tries = 0; tries < MOST_TRIES && !late(); tries++) {
    const e = now.reduce((least, b, i) => (loadOf(b) < loadOf(now[least]!) ? i : least), 0);
    const others = now.map((_, i) => i).filter((i) => i !== e);
    const taken = Array.from({ length: Math.min(TOGETHER[tries % TOGETHER.length]!, others.length) }, () => others.splice(Math.floor(random() * others.length), 1)[0]!);
    let pool = [...now[e]!, ...taken.flatMap((i) => now[i]!)].map((r) => ({ r, key: random() })).sort((a, b) => a.key - b.key).map((x) => x.r);
    const filled = taken.map(() => {
      const fill = new Set(bestFill(pool, metres));
      pool = pool.filter((r) => !fill.has(r));
      return [...fill];
    });
    // As full as before is another arrangement, and may lead on.
    if (loadOf(pool) > loadOf(now[e]!)) continue;
    if (loadOf(pool) < loadOf(now[e]!)) tries = 0;
    taken.forEach((i, k) => (now[i] = filled[k]!));
    now[e] = pool;
    if (!pool.length) return now.filter((b) => b.length);
  }
  return null;
} // prettier-ignore
