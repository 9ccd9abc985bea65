import { otherEnd, type End } from '../wiring/conductors';
import type { Certified, Configured } from './limits';
import { judgeSweep, withPowerSums, type SweepPoint, type Worst } from './sweep';

/** The end that a failing sweep lays the fault at, how likely it is that one, and the pairs there. */
export interface BadEnd {
  end: End;
  chance: number;
  pairs: string;
}

/** What lies at a connector is heard on its own side as it is, and from the other twice the way's loss weaker. */
const THERE_AND_BACK = 2;
/** How far a measured value may be off, in decibels. Our judgement: about that of a field instrument near its limit. */
const OFF_DB = 1;
/** How likely the end it was measured from is where nothing tells the loss of the way. Our judgement. */
const UNTOLD = 0.75;
/** A connector so many decibels worse is e times as rare. Our judgement. */
const RARER_DB = 3;

const nearest = (points: readonly SweepPoint[], mhz: number): SweepPoint | undefined =>
  points.reduce<SweepPoint | undefined>((best, p) => (best && Math.abs(best.mhz - mhz) <= Math.abs(p.mhz - mhz) ? best : p), undefined); // prettier-ignore

/**
 * Which end a failing sweep points at. Near-end crosstalk and return loss of a bad connector are heard at full strength
 * on its own side, and twice the insertion loss weaker from the other: measured from both sides, the difference tells
 * which; from one side alone, a fault at the far end would have to be that much worse. On a short link either is hard
 * to tell. Null where nothing that lies at an end fails.
 *
 * @example
 * badEnd(points, '6', 'permanent-link', 'head') // { end: 'tail', chance: 0.97, pairs: '36-45' }
 */
export function badEnd(
  points: readonly SweepPoint[],
  category: Certified,
  configured: Configured,
  near: End,
): BadEnd | null {
  const all = withPowerSums(points);
  const failing = judgeSweep(points, category, configured).worst.filter((w) => w.margin < 0 && LIES_AT_AN_END.has(w.parameter)); // prettier-ignore
  // Pairs tell more than a power sum of one with three others.
  const worst = failing.find((w) => w.parameter !== 'PSNEXT') ?? failing[0];
  if (!worst) return null;
  const here = worst.far ? otherEnd(near) : near;
  const chance = chanceHere(all, worst);
  return chance >= 0.5
    ? { end: here, chance, pairs: worst.pairs }
    : { end: otherEnd(here), chance: 1 - chance, pairs: worst.pairs };
}
const LIES_AT_AN_END: ReadonlySet<Worst['parameter']> = new Set(['NEXT', 'PSNEXT', 'RL']);

/** How likely a failing value lies at the end it was measured from. */
function chanceHere(all: readonly SweepPoint[], worst: Worst): number {
  const line = (parameter: Worst['parameter'], pairs: string, far?: boolean) =>
    all.filter((p) => p.parameter === parameter && p.pairs === pairs && (far === undefined || p.far === far));
  const opposite = nearest(line(worst.parameter, worst.pairs, !worst.far), worst.mhz);
  const odds = (decibels: number, per: number) => 1 / (1 + Math.exp(-decibels / per));
  if (opposite) return odds(opposite.db - worst.db, OFF_DB);
  const losses = worst.pairs.split('-').flatMap((pair) => nearest(line('IL', pair), worst.mhz)?.db ?? []);
  if (!losses.length) return UNTOLD;
  return odds(THERE_AND_BACK * Math.min(...losses), RARER_DB);
}
