import { ENDS, type End } from '../wiring/conductors';
import type { Explanation } from './types';

/** Share of the belief from which an end is not let off: our judgement. */
const NOT_LET_OFF = 0.3;

/**
 * The ends to be done again for what a reading shows: those that a third of the belief or more lies at, so that a coin
 * flip is not written down as a fact. Both where it lies at neither, as for a fault in the span; none where a lead or
 * the setting is to blame.
 */
export function blameOf(explanations: readonly Explanation[]): readonly End[] {
  const share = (holds: (e: Explanation) => boolean) =>
    explanations.reduce((s, e) => s + (holds(e) ? e.probability : 0), 0);
  const at = (end: End) =>
    share((e) => e.mistakes.some((m) => m.where === end) || e.cable.breaks.some((b) => b.zone === end));
  const ends = ENDS.filter((end) => at(end) >= NOT_LET_OFF);
  return ends.length ? ends : [...ENDS];
}
