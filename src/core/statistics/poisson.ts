import jStat from 'jstat';
import { SURE } from './rates';

/** A count that grows or shrinks with something: the logarithm of its rate is `at0 + slope · x`, with the bounds of the slope. */
export interface PoissonLine {
  at0: number;
  slope: number;
  low: number;
  high: number;
  cases: number;
}
/** One observation: so many counted in so much, at `x`. */
export interface Counted {
  x: number;
  count: number;
  of: number;
}

const STEPS = 60;

/**
 * Fits a Poisson regression on one variable by Newton's method; bounds are Wald's, from the information at the maximum.
 * Null where nothing was counted, or `x` is always the same: nothing can be said of a slope then.
 */
export function poissonLine(cases: readonly Counted[], sure = SURE): PoissonLine | null {
  const counted = cases.reduce((n, c) => n + c.count, 0);
  const exposed = cases.reduce((n, c) => n + c.of, 0);
  if (!counted || cases.every((c) => c.x === cases[0]!.x)) return null;
  let at0 = Math.log(counted / exposed);
  let slope = 0;
  let variance = 0;
  for (let step = 0; step < STEPS; step++) {
    let [g0, g1, i00, i01, i11] = [0, 0, 0, 0, 0];
    for (const { x, count, of } of cases) {
      const mean = of * Math.exp(Math.min(30, at0 + slope * x));
      g0 += count - mean;
      g1 += (count - mean) * x;
      i00 += mean;
      i01 += mean * x;
      i11 += mean * x * x;
    }
    const det = i00 * i11 - i01 * i01;
    if (!(det > 1e-12)) return null;
    const [d0, d1] = [(i11 * g0 - i01 * g1) / det, (i00 * g1 - i01 * g0) / det];
    // A step too far makes the next mean overflow: it is held to what doubles or halves a rate a few times.
    const held = Math.min(1, 3 / Math.max(Math.abs(d0), Math.abs(d1) * Math.max(...cases.map((c) => Math.abs(c.x))), 1e-9)); // prettier-ignore
    at0 += d0 * held;
    slope += d1 * held;
    variance = i00 / det;
    if (Math.abs(d0) + Math.abs(d1) < 1e-10) break;
  }
  const wide = jStat.normal.inv(1 - (1 - sure) / 2, 0, 1) * Math.sqrt(variance);
  return { at0, slope, low: slope - wide, high: slope + wide, cases: cases.length };
}
