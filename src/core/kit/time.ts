import jStat from 'jstat';
import { DEFAULT_COSTS } from '../model/costs';
import { SURE } from '../statistics/rates';
import type { Attempt } from '../trend/attempts';
import { classOf, CONNECTOR_FAMILIES, FAMILY_NAMES, type ConnectorFamily } from '../wiring/connector';

/** What one thing takes, in minutes: a mean, how far single ones spread, and how many of the crew's own it stands on. */
export interface Minutes {
  mean: number;
  spread: number;
  of: number;
}
/** Minutes of a part of the work, and a range that holds nine times in ten. */
export interface WorkTime {
  name: string;
  count: number;
  each: number;
  minutes: number;
  /** How many measured ones the figure stands on; 0: it is the program's own. */
  of: number;
  variance: number;
}
/** All that is left, in minutes, with its range. */
export interface Time {
  parts: WorkTime[];
  minutes: number;
  low: number;
  high: number;
}

/** The program's own figure counts as so many ends of the crew's. Our judgement. */
const PRIOR_ENDS = 5;
/** How far single ends spread round the program's figure, as a share of it. Our judgement. */
const PRIOR_SPREAD = 0.5;
/** Minutes a metre takes to pull and lay, all hands together. Our judgement. */
export const PULL_MINUTES = 0.4;

const usual = (family: ConnectorFamily): number => {
  const { redoPlug, redoJack, redoCore } = DEFAULT_COSTS;
  return { plug: redoPlug, jack: redoJack, core: redoCore }[classOf(family)];
};

/**
 * Minutes by what was measured and by a figure that counts as five of them (a normal prior with its own spread): few
 * measured ones move it little, many wholly.
 *
 * @example
 * minutesWith([], 4) // { mean: 4, spread: 2, of: 0 }
 */
export function minutesWith(measured: readonly number[], prior: number): Minutes {
  const n = measured.length;
  const mean = (PRIOR_ENDS * prior + measured.reduce((s, x) => s + x, 0)) / (PRIOR_ENDS + n);
  const squares = PRIOR_ENDS * (PRIOR_SPREAD * prior) ** 2 + PRIOR_ENDS * (prior - mean) ** 2 + measured.reduce((s, x) => s + (x - mean) ** 2, 0);
  return { mean, spread: Math.sqrt(squares / (PRIOR_ENDS + n)), of: n };
} // prettier-ignore

/** Minutes an end of each family takes, from the crew's own log with the program's figure behind it. */
export const minutesByFamily = (attempts: readonly Attempt[]): Map<ConnectorFamily, Minutes> =>
  new Map(
    CONNECTOR_FAMILIES.map((f) => [
      f,
      minutesWith(
        attempts.flatMap((a) => (a.family === f && a.minutes !== null ? [a.minutes] : [])),
        usual(f),
      ),
    ]),
  );

/** So many things alike: their sum spreads by each of them, and by how little is known of their mean. */
function workOf(name: string, count: number, m: Minutes): WorkTime {
  const variance = count * m.spread ** 2 + (count * m.spread) ** 2 / (PRIOR_ENDS + m.of);
  return { name, count, each: m.mean, minutes: count * m.mean, of: m.of, variance };
}

/** What is left of a job as its time sees it. */
export interface LeftToDo {
  /** Ends still bare, by family, redos to be expected among them included. */
  ends: ReadonlyMap<ConnectorFamily, number>;
  proofs: number;
  proofMinutes: readonly number[];
  /** Metres of cable still to be pulled. */
  pullMetres: number;
  walkMinutes: number;
}

/** How long what is left takes: ends by family, proofs, pulling and walks, with a range that holds nine times in ten. */
export function timeFor(left: LeftToDo, byFamily: ReadonlyMap<ConnectorFamily, Minutes>): Time {
  const parts: WorkTime[] = [];
  for (const [family, count] of left.ends)
    if (count) parts.push(workOf(FAMILY_NAMES[family], count, byFamily.get(family)!));
  if (left.proofs) parts.push(workOf('proving', left.proofs, minutesWith(left.proofMinutes, DEFAULT_COSTS.prove)));
  if (left.pullMetres) parts.push(workOf('pulling, by the metre', left.pullMetres, minutesWith([], PULL_MINUTES)));
  if (left.walkMinutes) parts.push({ name: 'walks', count: 1, each: left.walkMinutes, minutes: left.walkMinutes, of: 0, variance: (PRIOR_SPREAD * left.walkMinutes) ** 2 });
  const minutes = parts.reduce((s, p) => s + p.minutes, 0);
  const wide = jStat.normal.inv(1 - (1 - SURE) / 2, 0, 1) * Math.sqrt(parts.reduce((s, p) => s + p.variance, 0));
  return { parts, minutes, low: Math.max(0, minutes - wide), high: minutes + wide };
} // prettier-ignore

/** Minutes as days of one person of so many hours. */
export const personDays = (minutes: number, hours: number): number => minutes / (hours * 60);
