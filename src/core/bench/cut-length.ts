import type { End } from '../wiring/conductors';
import type { Guide } from './guide';

/** What a cable is cut longer at each end beside its slack, in millimetres. Common practice, no source. */
export const CUT_SPARE_MM = 50;

/** What a cable is cut to, and of what that is made, in millimetres. */
export interface CutLength {
  runMm: number;
  slackMm: number;
  spareMm: number;
  stripMm: number;
  totalMm: number;
}

/**
 * The length to cut a cable to: its way, the slack left at both ends, 50 mm an end, and what both families strip.
 *
 * @example
 * cutLength(18_000, { head: 300, tail: 300 }, { head: GUIDES['patch-panel'], tail: GUIDES['closed-plug'] }).totalMm
 */
export function cutLength(
  runMm: number,
  slack: Record<End, number>,
  guides: Record<End, Pick<Guide, 'lengths'>>,
): CutLength {
  const slackMm = slack.head + slack.tail;
  const spareMm = 2 * CUT_SPARE_MM;
  const stripMm = (guides.head.lengths.strip?.mm ?? 0) + (guides.tail.lengths.strip?.mm ?? 0);
  return { runMm, slackMm, spareMm, stripMm, totalMm: runMm + slackMm + spareMm + stripMm };
}
