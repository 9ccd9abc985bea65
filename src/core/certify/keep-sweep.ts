import type { Swept } from '../model/swept';
import type { End } from '../wiring/conductors';
import type { Certified, Configured } from './limits';
import { badEnd } from './bad-end';
import { judgeSweep, withPowerSums, type SweepPoint } from './sweep';

/** Most points of a line that is kept for drawing. */
const LINE_POINTS = 80;

/** Every so many points of a line, its first, its last and its extremes among them. */
export function thinned(
  points: readonly (readonly [number, number])[],
  most = LINE_POINTS,
): [number, number][] {
  const sorted = [...points].sort((a, b) => a[0] - b[0]);
  if (sorted.length <= most) return sorted.map(([f, v]) => [f, v]);
  const out = new Set<number>([0, sorted.length - 1]);
  // Of each stretch the least and the greatest: a dip between two points is what one looks for.
  const stretches = Math.floor((most - 2) / 2);
  for (let k = 0; k < stretches; k++) {
    const from = Math.floor((k * sorted.length) / stretches);
    const to = Math.floor(((k + 1) * sorted.length) / stretches);
    let [low, high] = [from, from];
    for (let i = from; i < to; i++) {
      if (sorted[i]![1] < sorted[low]![1]) low = i;
      if (sorted[i]![1] > sorted[high]![1]) high = i;
    }
    out.add(low).add(high);
  }
  return [...out].sort((a, b) => a - b).slice(0, most).map((i) => [sorted[i]![0], sorted[i]![1]]); // prettier-ignore
}

/** A sweep as it is kept beside its link: judged whole, thinned for drawing. `near` is the end it was measured from. */
export function sweptOf(
  points: readonly SweepPoint[],
  category: Certified,
  configured: Configured,
  near: End,
  file: string,
): Swept {
  const verdict = judgeSweep(points, category, configured);
  const lines = new Map<string, { of: SweepPoint; points: [number, number][] }>();
  for (const p of withPowerSums(points)) {
    const key = `${p.parameter} ${p.pairs} ${p.far}`;
    const line = lines.get(key) ?? { of: p, points: [] };
    lines.set(key, line);
    line.points.push([p.mhz, p.db]);
  }
  const at = badEnd(points, category, configured, near);
  const round = (x: number) => Math.round(x * 100) / 100;
  return {
    category,
    configured,
    near,
    file: file.slice(0, 200) || 'sweep',
    whole: verdict.missing.length === 0 && verdict.partial.length === 0,
    pass: verdict.pass,
    ...(at ? { badEnd: { ...at, chance: round(at.chance) } } : {}),
    worst: verdict.worst.slice(0, 20).map(({ parameter, far, pairs, mhz, db, margin }) => ({ parameter, far, pairs, mhz: round(mhz), db: round(db), margin: round(margin) })), // prettier-ignore
    lines: [...lines.values()].slice(0, 60).map(({ of, points: all }) => ({ parameter: of.parameter, far: of.far, pairs: of.pairs, points: thinned(all).map(([f, v]): [number, number] => [round(f), round(v)]) })), // prettier-ignore
  };
}

/** The lines of a kept sweep as points, to be drawn under a newer one. */
export const pointsOf = (swept: Pick<Swept, 'lines'>): SweepPoint[] =>
  swept.lines.flatMap((l) =>
    l.points.map(([mhz, db]): SweepPoint => ({
      pairs: l.pairs,
      parameter: l.parameter,
      far: l.far,
      mhz,
      db,
    })),
  );
