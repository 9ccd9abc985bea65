import { ENDS, type End } from '../wiring/conductors';
import type { Explanation } from './types';

/** Share of the belief from which an end is not let off: our judgement. */
const NOT_LET_OFF = 0.3;

type Lies = Pick<Explanation, 'mistakes' | 'cable'>;
const liesAt = ({ mistakes, cable }: Lies, end: End): boolean =>
  mistakes.some((m) => m.where === end) || cable.breaks.some((b) => b.zone === end);

/**
 * Which explanation is likeliest once somebody said which ends are to be done again: the first that lies at these and
 * at no other; the likeliest of all where none does. `explanations`: the likeliest first.
 */
export function likeliestAt(explanations: readonly Lies[], ends: readonly End[]): number {
  const fits = (e: Lies) => ENDS.some((end) => liesAt(e, end)) && ENDS.every((end) => ends.includes(end) || !liesAt(e, end)); // prettier-ignore
  return Math.max(0, explanations.findIndex(fits));
}

/**
 * The ends to be done again for what a reading shows: those that a third of the belief or more lies at, so that a coin
 * flip is not written down as a fact. Both where it lies at neither, as for a fault in the span; none where a lead or
 * the setting is to blame.
 */
export function blameOf(explanations: readonly Explanation[]): readonly End[] {
  const share = (holds: (e: Explanation) => boolean) =>
    explanations.reduce((s, e) => s + (holds(e) ? e.probability : 0), 0);
  const at = (end: End) => share((e) => liesAt(e, end));
  const ends = ENDS.filter((end) => at(end) >= NOT_LET_OFF);
  return ends.length ? ends : [...ENDS];
}
