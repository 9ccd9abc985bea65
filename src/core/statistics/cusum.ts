/** A chart that watches a share for getting worse: what it counts on, and where it alarms. */
export interface Cusum {
  /** Share of bad ones it takes for usual, and the one it is made to find. */
  usual: number;
  worse: number;
  /** A bad one counts `up` steps up, a good one a step down; nought is the floor. */
  up: number;
  /** The height at which it alarms. */
  limit: number;
  /** How many cases lie between two false alarms on average, as reckoned exactly. */
  between: number;
}

const BISECTIONS = 60;

/**
 * Cases until the chart alarms, on average, at a share of bad ones: exactly, by its Markov chain. What is awaited from a
 * height is one case more than what is awaited from the height a bad one leads to and from the one below, each as likely
 * as it is; from the limit on nothing is awaited. Solved by elimination: below its diagonal the system has one band.
 */
export function runLength(share: number, up: number, limit: number): number {
  const p = share;
  const q = 1 - p;
  // Downward unknowns: w[0..up-1] are free; solved by Gaussian elimination of the small dense system.
  const n = limit;
  const rows: Float64Array[] = [];
  for (let i = 0; i < n; i++) {
    const row = new Float64Array(n + 1);
    row[i]! += 1;
    row[Math.max(0, i - 1)]! -= q;
    if (i + up < n) row[i + up]! -= p;
    row[n] = 1;
    rows.push(row);
  }
  for (let i = 0; i < n; i++) {
    let pivot = i;
    for (let k = i + 1; k < Math.min(n, i + 2); k++)
      if (Math.abs(rows[k]![i]!) > Math.abs(rows[pivot]![i]!)) pivot = k;
    [rows[i], rows[pivot]] = [rows[pivot]!, rows[i]!];
    const top = rows[i]!;
    for (let k = i + 1; k < Math.min(n, i + 2); k++) {
      const factor = rows[k]![i]! / top[i]!;
      if (!factor) continue;
      for (let c = i; c <= n; c++) rows[k]![c]! -= factor * top[c]!;
    }
  }
  const w = new Float64Array(n);
  for (let i = n - 1; i >= 0; i--) {
    let sum = rows[i]![n]!;
    for (let c = i + 1; c < n; c++) sum -= rows[i]![c]! * w[c]!;
    w[i] = sum / rows[i]![i]!;
  }
  return w[0]!;
}

/**
 * A CUSUM of good and bad (Reynolds and Stoumbos 1999, from memory): the log-likelihood ratio of two shares, its steps
 * rounded to whole numbers, alarming as low as still leaves so many cases between false alarms on average.
 *
 * @example
 * cusumFor(0.05, 500) // finds the odds of a bad one times three
 */
export function cusumFor(usual: number, between: number, times = 3): Cusum {
  const odds = (times * usual) / (1 - usual);
  const aimed = odds / (1 + odds);
  const ratio = (worse: number) => {
    const r1 = -Math.log((1 - worse) / (1 - usual));
    const r2 = Math.log((worse * (1 - usual)) / (usual * (1 - worse)));
    return r2 / r1;
  };
  // A good one is a step down, a bad one `up` steps up: their ratio has to be whole, so the share it is made for is moved a little.
  const steps = Math.max(2, Math.round(ratio(aimed)));
  let [low, high] = [usual * 1.0001, 0.9999];
  for (let i = 0; i < BISECTIONS; i++) {
    const middle = (low + high) / 2;
    if (ratio(middle) > steps) low = middle;
    else high = middle;
  }
  const up = steps - 1;
  let limit = up;
  while (runLength(usual, up, limit) < between) limit++;
  return { usual, worse: (low + high) / 2, up, limit, between: runLength(usual, up, limit) };
}

/** The chart over a series: its height after each case, where it first alarmed, and where what it alarmed at began. */
export interface Charted {
  heights: number[];
  alarm?: number;
  /** Where the change most likely began: the case from which on another share fits best up to the alarm. */
  began?: number;
}

/** Runs a chart over good (false) and bad (true) cases in order; after an alarm it goes on from where it is. */
export function chart({ usual, up, limit }: Cusum, bad: readonly boolean[]): Charted {
  const heights: number[] = [];
  let height = 0;
  let alarm: number | undefined;
  bad.forEach((b, i) => {
    height = Math.max(0, height + (b ? up : -1));
    if (height >= limit) alarm ??= i;
    heights.push(height);
  });
  return {
    heights,
    ...(alarm === undefined ? {} : { alarm, began: beganAt(bad.slice(0, alarm + 1), usual) }),
  };
}

/** The case from which on a share of its own, worse than the usual one, is likeliest: maximum likelihood over all. */
function beganAt(bad: readonly boolean[], usual: number): number {
  let [best, at, hits] = [0, bad.length - 1, 0];
  for (let from = bad.length - 1; from >= 0; from--) {
    hits += Number(bad[from]);
    const of = bad.length - from;
    const share = hits / of;
    if (share <= usual) continue;
    const gain =
      hits * Math.log(share / usual) + (share < 1 ? (of - hits) * Math.log((1 - share) / (1 - usual)) : 0);
    if (gain > best) [best, at] = [gain, from];
  }
  return at;
}

/** How likely such a chart alarms by chance alone within so many cases: what is left on its chain after each. */
export function alarmsWithin({ usual, up, limit }: Cusum, cases: number): number {
  let at = new Float64Array(limit);
  at[0] = 1;
  for (let i = 0; i < cases; i++) {
    const next = new Float64Array(limit);
    for (let h = 0; h < limit; h++) {
      if (!at[h]) continue;
      next[Math.max(0, h - 1)]! += at[h]! * (1 - usual);
      if (h + up < limit) next[h + up]! += at[h]! * usual;
    }
    at = next;
  }
  return 1 - at.reduce((a, b) => a + b, 0);
}
