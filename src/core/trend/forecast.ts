import { DEFAULT_COSTS } from '../model/costs';
import { normalFrom } from '../practice/random';
import { dayDone, type Working } from './calendar';

/** A part of the work that is left: a closet with its links. */
export interface Stage {
  name: string;
  ends: number;
  proofs: number;
}
/** What a forecast stands on. */
export interface ForecastInput {
  /** In the order in which they are worked on. */
  stages: readonly Stage[];
  /** Minutes an end took so far, and a proof, as the log shows them. */
  endMinutes: readonly number[];
  proofMinutes: readonly number[];
  /** Ends right at once so far, of how many. */
  right: number;
  of: number;
}
/** Days by which it is done: with an even chance, and with nine in ten. */
export interface Days {
  half: string | null;
  nine: string | null;
}

/** Fewest minutes known from the log before a forecast is made. Our judgement. */
export const FEWEST_MINUTES = 10;
const RUNS = 2000;
/** Minutes a proof takes where the log shows too few: to read, and a share of the walk. Our judgement. */
const USUAL_PROOF = DEFAULT_COSTS.prove + DEFAULT_COSTS.walk / 4;
/** Yields are never drawn lower: nothing would ever be done. */
const LEAST_YIELD = 0.05;

/** A mean and spread that what was measured allows: each value weighted at random (Rubin's Bayesian bootstrap). */
function drawn(values: readonly number[], random: () => number): { mean: number; variance: number } {
  let [weights, sum, squares] = [0, 0, 0];
  for (const v of values) {
    const w = -Math.log(1 - random());
    weights += w;
    sum += w * v;
    squares += w * v * v;
  }
  const mean = sum / weights;
  return { mean, variance: Math.max(0, squares / weights - mean * mean) };
}

/** Minutes of so many pieces of work, one after the other: their sum is near a normal. */
const worked = (n: number, of: { mean: number; variance: number }, random: () => number): number =>
  Math.max(0, n * of.mean + Math.sqrt(n * of.variance) * normalFrom(random));

/**
 * Minutes until each stage is done, by simulation, one row a run: each draws its own yield and its own minutes from what
 * is known of them, then how it goes. Null where the log shows too few ends.
 */
export function simulated(input: ForecastInput, random: () => number, runs = RUNS): number[][] | null {
  const { stages, endMinutes, proofMinutes, right, of } = input;
  if (endMinutes.length < FEWEST_MINUTES) return null;
  const proofsKnown = proofMinutes.length >= FEWEST_MINUTES;
  return Array.from({ length: runs }, () => {
    // The yield is known no better than its cases allow: a normal around Jeffreys' mean.
    const mean = (right + 0.5) / (of + 1);
    const spread = Math.sqrt((mean * (1 - mean)) / (of + 2));
    const yieldNow = Math.min(1, Math.max(LEAST_YIELD, mean + spread * normalFrom(random)));
    const end = drawn(endMinutes, random);
    const proof = proofsKnown ? drawn(proofMinutes, random) : { mean: USUAL_PROOF, variance: 1 };
    let minutes = 0;
    return stages.map(({ ends, proofs }) => {
      let [again, left] = [0, ends];
      while (left > 0) again += left = binomial(left, 1 - yieldNow, random);
      // What is done again is walked to, made and proven once more.
      minutes += worked(ends + again, end, random) + worked(proofs + again, proof, random) + again * DEFAULT_COSTS.walk;
      return minutes;
    });
  }); // prettier-ignore
}

/** The value below which such a share of a list lies. */
export function quantile(list: readonly number[], share: number): number {
  const sorted = [...list].sort((a, b) => a - b);
  return sorted[Math.min(sorted.length - 1, Math.floor(share * sorted.length))]!;
}

/** The days by which minutes of work are done. */
export const daysOf = (minutes: readonly number[], working: Working, today: string): Days => ({
  half: dayDone(working, today, quantile(minutes, 0.5)),
  nine: dayDone(working, today, quantile(minutes, 0.9)),
});

function binomial(n: number, p: number, random: () => number): number {
  let k = 0;
  for (let i = 0; i < n; i++) if (random() < p) k++;
  return k;
}

/** How many pieces of work each look back goes ahead, and how many looks there are at most. Our judgement. */
const AHEAD = 20;
const MOST_LOOKS = 24;

/**
 * The forecast held against the job's own past: from many points of it, whether the next ends took no longer than nine
 * chances in ten had it. Null where the log is too short.
 */
export function backtest(
  minutes: readonly number[],
  random: () => number,
): { looks: number; within: number } | null {
  const last = minutes.length - AHEAD;
  if (last < FEWEST_MINUTES) return null;
  const step = Math.max(1, Math.ceil((last - FEWEST_MINUTES + 1) / MOST_LOOKS));
  let [looks, within] = [0, 0];
  for (let at = FEWEST_MINUTES; at <= last; at += step) {
    const known = minutes.slice(0, at);
    const runs = Array.from({ length: 400 }, () => worked(AHEAD, drawn(known, random), random));
    const took = minutes.slice(at, at + AHEAD).reduce((a, b) => a + b, 0);
    looks++;
    if (took <= quantile(runs, 0.9)) within++;
  }
  return { looks, within };
}
