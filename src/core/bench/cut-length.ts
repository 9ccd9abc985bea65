import { readMetres, type ReadMetres } from '../model/metres';
import type { Policy } from '../model/job';
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

/** Most that two marks of one cable lie apart, in metres: a full reel. Our judgement. */
const MOST_BETWEEN_MARKS = 1000;

/** The length of a cable by the marks printed on its jacket where it begins and ends, whichever of them is larger. */
export function lengthByMarks(start: string, end: string, units: Policy['units']): ReadMetres {
  const [a, b] = [readMetres(start, units), readMetres(end, units)];
  if (!a.ok) return a;
  if (!b.ok) return b;
  const metres = Math.abs(a.metres - b.metres);
  if (metres < 0.1) return { ok: false, message: 'Both marks are the same: read the one where the cable begins and the one where it ends.' }; // prettier-ignore
  if (metres > MOST_BETWEEN_MARKS)
    return { ok: false, message: `The marks lie ${Math.round(metres)} m apart: no cable is that long, so read both again.` }; // prettier-ignore
  return { ok: true, metres: Math.round(metres * 100) / 100 };
}
