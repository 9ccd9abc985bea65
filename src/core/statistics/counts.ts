import jStat from 'jstat';
import { SURE } from './rates';

/** A mean count with its bounds: `sum` in `of` cases. */
export interface MeanCount {
  sum: number;
  of: number;
  low: number;
  high: number;
}

/**
 * How often something happens a case, with Jeffreys' interval for a Poisson rate: the gamma posterior with one half more
 * than what was counted.
 *
 * @example
 * meanCount(0, 10).high // 0.192…
 */
export function meanCount(sum: number, of: number, sure = SURE): MeanCount {
  const tail = (1 - sure) / 2;
  const at = (p: number) => jStat.gamma.inv(p, sum + 0.5, 1) / of;
  return { sum, of, low: sum === 0 ? 0 : at(tail), high: at(1 - tail) };
}

/** A median with its bounds; bounds are missing where too few were measured for any. */
export interface Median {
  middle: number;
  of: number;
  low?: number;
  high?: number;
}

/** From so many on the binomial is as good as normal. */
const MANY = 400;
/** The largest k for which fewer than k of n tosses being heads is no likelier than a tail. */
function rarest(n: number, tail: number): number {
  if (n >= MANY) return Math.floor(n / 2 - (jStat.normal.inv(1 - tail, 0, 1) * Math.sqrt(n)) / 2);
  let [sum, k, term] = [0, 0, 0.5 ** n];
  while (k < n / 2 && sum + term <= tail) {
    sum += term;
    k++;
    term *= (n - k + 1) / k;
  }
  return k;
}

/** The median of what was measured, with the bounds that order statistics give: no shape of it is assumed. */
export function medianOf(values: readonly number[], sure = SURE): Median | null {
  if (!values.length) return null;
  const sorted = [...values].sort((a, b) => a - b);
  const n = sorted.length;
  const middle = n % 2 ? sorted[n >> 1]! : (sorted[n / 2 - 1]! + sorted[n / 2]!) / 2;
  const k = rarest(n, (1 - sure) / 2);
  return k === 0 ? { middle, of: n } : { middle, of: n, low: sorted[k - 1]!, high: sorted[n - k]! };
}
