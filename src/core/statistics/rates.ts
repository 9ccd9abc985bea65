import jStat from 'jstat';

/** A share with its bounds: `of` cases, `hits` of them; between `low` and `high` with nine chances in ten. */
export interface Rate {
  hits: number;
  of: number;
  low: number;
  high: number;
}

/** How sure bounds are where nothing else is said. Our judgement. */
export const SURE = 0.9;
/** Fewest cases of which a rate is claimed. Our judgement. */
export const FEWEST_CASES = 8;

/**
 * A rate with Jeffreys' interval: the beta posterior on a prior of one half and one half, its ends at 0 and 1 where
 * nothing or all was a hit.
 *
 * @example
 * rateOf(0, 10).high // 0.171…
 */
export function rateOf(hits: number, of: number, sure = SURE): Rate {
  const tail = (1 - sure) / 2;
  const [a, b] = [hits + 0.5, of - hits + 0.5];
  return {
    hits,
    of,
    low: hits === 0 ? 0 : jStat.beta.inv(tail, a, b),
    high: hits === of ? 1 : jStat.beta.inv(1 - tail, a, b),
  };
}

/** Fisher's exact test of two shares, two-sided: how likely a difference like this is by chance alone. */
export function fisher(a: number, of: number, b: number, ofB: number): number {
  const [whole, hits] = [of + ofB, a + b];
  const here = Math.exp(logChoose(hits, a) + logChoose(whole - hits, of - a) - logChoose(whole, of));
  const [least, most] = [Math.max(0, hits - ofB), Math.min(of, hits)];
  let p = here;
  // Each chance follows from its neighbour's; past the other tail they only shrink, and soon are nothing.
  for (const step of [1, -1]) {
    let chance = here;
    for (let k = a; step > 0 ? k < most : k > least; k += step) {
      const before = chance;
      chance *= step > 0 ? ((hits - k) * (of - k)) / ((k + 1) * (whole - hits - of + k + 1)) : (k * (whole - hits - of + k)) / ((hits - k + 1) * (of - k + 1)); // prettier-ignore
      if (chance <= here * (1 + 1e-9)) p += chance;
      if (chance < before && chance < here * 1e-15) break;
    }
  }
  return Math.min(1, p);
}
const logChoose = (n: number, k: number): number => jStat.combinationln(n, k);

/** Which of many tests still count when all are made at once: Benjamini and Hochberg's rule at a share of false ones. */
export function stillCounts(p: readonly number[], falseShare = 0.1): boolean[] {
  const order = p.map((value, i) => ({ value, i })).sort((x, y) => x.value - y.value);
  const last = order.findLastIndex(({ value }, k) => value <= (falseShare * (k + 1)) / p.length);
  const counts = new Set(order.slice(0, last + 1).map(({ i }) => i));
  return p.map((_, i) => counts.has(i));
}

/** The chance of `k` hits in `n` cases to come, after `hits` of `of`: the beta-binomial on Jeffreys' prior. */
export function betaBinomial(k: number, n: number, hits: number, of: number): number {
  const [a, b] = [hits + 0.5, of - hits + 0.5];
  return Math.exp(jStat.combinationln(n, k) + jStat.betaln(k + a, n - k + b) - jStat.betaln(a, b));
}

/**
 * How often in a row something may happen, with a chance that it is no oftener, after `hits` of `of`: a geometric count
 * on Jeffreys' posterior, whose tail is a product: P(more than k) = ∏ (a+i)/(a+b+i), i = 0…k.
 */
export function timesInARow(hits: number, of: number, chance = 0.95): number {
  const [a, b] = [hits + 0.5, of - hits + 0.5];
  let more = 1;
  for (let k = 0; ; k++) {
    more *= (a + k) / (a + b + k);
    if (more <= 1 - chance + 1e-12) return k;
  }
}

/** The fewest that suffice with a chance: so many hits of `n` to come, after `hits` of `of`. */
export function enoughFor(n: number, hits: number, of: number, chance = 0.95): number {
  let sum = 0;
  for (let k = 0; k <= n; k++) {
    sum += betaBinomial(k, n, hits, of);
    if (sum >= chance - 1e-9) return k;
  }
  return n;
}
