import { BREAK_MINUTES } from '../bench/sweep';
import { normalFrom } from '../practice/random';
import { effective } from '../log/effective';
import type { LogEntry } from '../model/entry';

/** What a forecast stands on. */
export interface ForecastInput {
  /** Ends still to be made, and links still to be proven. */
  ends: number;
  proofs: number;
  /** Minutes an end took so far, as sampled from the log; drawn from as they are. */
  minutes: readonly number[];
  /** Ends right at once so far, of how many. */
  right: number;
  of: number;
  /** Minutes worked a day, all people together. */
  minutesADay: number;
  provingMinutes: number;
}
/** Working days until it is done: half the runs are done by `half`, nine in ten by `nine`. */
export interface Forecast {
  half: number;
  nine: number;
}

/** Fewest minutes known from the log before a forecast is made. Our judgement. */
export const FEWEST_MINUTES = 10;
const RUNS = 2000;

/** Minutes between two ends one person made one after the other, breaks left out: what an end takes, as the log shows it. */
export function minutesOfEnds(log: readonly LogEntry[]): number[] {
  const last = new Map<string, number>();
  const out: number[] = [];
  for (const e of effective(log)) {
    if (e.kind !== 'seated' && e.kind !== 'redone') continue;
    const at = Date.parse(e.at);
    const before = last.get(e.by);
    last.set(e.by, at);
    if (before === undefined) continue;
    const minutes = (at - before) / 60_000;
    if (minutes > 0.2 && minutes <= BREAK_MINUTES) out.push(minutes);
  }
  return out;
}

/**
 * When it will be done, by simulation: each run draws its own rate of redos from what is known of it and each end's
 * minutes from those of the log. Null where the log shows too few ends.
 */
export function forecast(input: ForecastInput, random: () => number): Forecast | null {
  const { ends, proofs, minutes, right, of, minutesADay, provingMinutes } = input;
  if (minutes.length < FEWEST_MINUTES || minutesADay <= 0) return null;
  const days: number[] = [];
  for (let run = 0; run < RUNS; run++) {
    // The yield is known no better than its cases allow: a normal around Jeffreys' mean, kept between 0 and 1.
    const mean = (right + 0.5) / (of + 1);
    const spread = Math.sqrt((mean * (1 - mean)) / (of + 2));
    const yieldNow = Math.min(1, Math.max(0.05, mean + spread * normalFrom(random)));
    let work = 0;
    let left = ends;
    while (left > 0) {
      const tried = left;
      for (let i = 0; i < tried; i++) work += minutes[Math.floor(random() * minutes.length)]!;
      left = binomial(tried, 1 - yieldNow, random);
    }
    work += proofs * provingMinutes + (of ? ((of - right) / of) * proofs * provingMinutes : 0);
    days.push(work / minutesADay);
  }
  days.sort((a, b) => a - b);
  return { half: days[Math.floor(RUNS * 0.5)]!, nine: days[Math.floor(RUNS * 0.9)]! };
}

function binomial(n: number, p: number, random: () => number): number {
  let k = 0;
  for (let i = 0; i < n; i++) if (random() < p) k++;
  return k;
}

/** The working day that lies so many working days ahead, weekends left out. */
export function workingDay(from: Date, days: number): Date {
  const at = new Date(from);
  for (let left = Math.ceil(days); left > 0;) {
    at.setDate(at.getDate() + 1);
    if (at.getDay() !== 0 && at.getDay() !== 6) left--;
  }
  return at;
}
