import { DEFAULT_COSTS, type Costs } from '../model/costs';
import type { Part } from '../model/job';
import { medianOf } from '../statistics/counts';
import { poissonLine, type PoissonLine } from '../statistics/poisson';
import type { Attempt } from './attempts';

/** Slots of a port: what a blade punches for one. */
const SLOTS = 8;
/** Ends a hazard is told by: its slope is that of so many ends more. */
export const ENDS_APART = 100;
/** Fewest missed slots, and fewest ends, before anything is said of a blade's wear. Our judgement. */
export const FEWEST_MISSED = 5;
export const FEWEST_PUNCHED = 40;
/** What a new blade is worth in minutes of work, its changing with it. Our judgement. */
export const BLADE_MINUTES = 30;
/** No blade is said to last longer than so many ends, about 10,000 punches. Our judgement. */
const MOST_ENDS = 1250;
const MISSED: ReadonlySet<string> = new Set(['missed-punch', 'half-punched', 'two-missed']);

/** How blades wear, as the crew's log shows it. */
export interface BladeWear {
  fit: PoissonLine;
  missed: number;
  ends: number;
  /** Missed slots by age, in groups of a hundred ends, as they were counted. */
  groups: { from: number; missed: number; slots: number }[];
  /** Ends after which a new blade costs less than the redos it saves; missing where no wear is shown. */
  changeAfter?: number;
  /** Minutes that one missed slot costs. */
  minutesAMiss: number;
}

/** Chance that a slot is missed at a blade's age, in ends made since it was new. */
export const missedAt = ({ fit }: Pick<BladeWear, 'fit'>, age: number): number =>
  Math.min(1, Math.exp(fit.at0 + (fit.slope * age) / ENDS_APART));

/** Fewest redos by whose own minutes a miss is reckoned. Our judgement. */
const FEWEST_REDOS = 5;
/** What a missed slot costs: to walk there, punch it again, as long as that took this crew, and prove it. */
function minutesOfMiss(attempts: readonly Attempt[], costs: Costs): number {
  const redos = medianOf(attempts.flatMap((a) => (a.nth > 1 && a.minutes !== null ? [a.minutes] : [])));
  const punching = redos && redos.of >= FEWEST_REDOS ? redos.middle : costs.repunch + costs.repunchEach;
  return costs.walk + punching + costs.prove;
}

/** Missed and half-punched slots against the ends a blade made since it was new; null where too little is known. */
export function bladeWear(attempts: readonly Attempt[], parts: readonly Part[], costs: Costs = DEFAULT_COSTS): BladeWear | null {
  const blades = new Set(parts.filter((p) => p.kind === 'punch tool').map((p) => p.id));
  const cases = attempts.flatMap((a) => {
    const tool = a.parts.find((p) => blades.has(p));
    if (!tool || a.right === null) return [];
    const missed = a.mistakes.reduce((n, m) => n + (MISSED.has(m.kind) ? Math.max(1, m.contacts) : 0), 0);
    return [{ age: a.age[tool]!, missed }];
  });
  const missed = cases.reduce((n, c) => n + c.missed, 0);
  if (missed < FEWEST_MISSED || cases.length < FEWEST_PUNCHED) return null;
  const fit = poissonLine(cases.map((c) => ({ x: c.age / ENDS_APART, count: c.missed, of: SLOTS })));
  if (!fit) return null;
  const groups = new Map<number, { from: number; missed: number; slots: number }>();
  for (const c of cases) {
    const from = Math.floor(c.age / ENDS_APART) * ENDS_APART;
    const group = groups.get(from) ?? { from, missed: 0, slots: 0 };
    group.missed += c.missed;
    group.slots += SLOTS;
    groups.set(from, group);
  }
  const minutesAMiss = minutesOfMiss(attempts, costs);
  const wear = { fit, missed, ends: cases.length, groups: [...groups.values()].sort((a, b) => a.from - b.from), minutesAMiss };
  const changeAfter = fit.low > 0 ? cheapest(wear) : undefined;
  return changeAfter === undefined ? wear : { ...wear, changeAfter };
} // prettier-ignore

/** The age at which a blade's price and its misses cost the fewest minutes an end; undefined where it never pays to change. */
function cheapest(wear: Omit<BladeWear, 'changeAfter'>): number | undefined {
  let [best, at, sum] = [Infinity, 0, 0];
  for (let age = 1; age <= MOST_ENDS; age++) {
    sum += SLOTS * missedAt(wear, age - 1) * wear.minutesAMiss;
    const each = (BLADE_MINUTES + sum) / age;
    if (each < best) [best, at] = [each, age];
  }
  return at < MOST_ENDS ? at : undefined;
}
