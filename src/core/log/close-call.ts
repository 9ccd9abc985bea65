import type { EntryOf, LogEntry } from '../model/entry';
import { ENDS } from '../wiring/conductors';
import { CLOCK_TOLERANCE_MS, CORRECTED_MS, happenedAt, isOfNoClock } from './effective';
import type { ReadingOfLink } from './judge-for-link';
import type { LinkStatus } from './state';

/** What an answer usually takes at most: so much more than was seen may a clock be off. Our judgement. */
const USUAL_WAY_MS = 5000;

/** When work was done and by whom, and by how many ms that may be wrong; nothing where its device's clock was seen to be right. */
export interface WhenDone {
  at: string;
  by: string;
  within: number;
}

/**
 * By how many ms the time of an entry may be wrong: what is told later is told to the minute, or by a tester's clock; a clock that
 * was seen to be off is off by that much where it is not corrected, and by what was the way where it is.
 */
function unsureBy(e: LogEntry): number {
  if (isOfNoClock(e)) return CLOCK_TOLERANCE_MS;
  const off = Math.abs(e.clockErrorMs ?? 0);
  return off === 0 ? 0 : off > CORRECTED_MS ? CORRECTED_MS : off + USUAL_WAY_MS;
}

/** What a state keeps of when work was done. */
export const whenDone = (e: LogEntry): WhenDone => ({
  at: new Date(happenedAt(e)).toISOString(),
  by: e.by,
  within: unsureBy(e),
});

/**
 * Whether a reading may have been taken before the last work on its link, though it stands after it: that was done within
 * seconds, or minutes where one of the two was told later, and the two times may be wrong by as much. What one person
 * logged as it happened is in the order they logged it.
 */
export function isCloseCall(
  status: LinkStatus,
  e: ReadingOfLink & Partial<Omit<EntryOf<'reading'>, 'data'>>,
): boolean {
  // One that is judged before it is logged is of now.
  const own =
    e.id === undefined
      ? { at: e.at, by: e.by, within: e.data.brought ? CLOCK_TOLERANCE_MS : 0 }
      : whenDone(e as EntryOf<'reading'>);
  const works = ENDS.flatMap((end): WhenDone[] => {
    const { working, at, by, unsure } = status[end];
    return working ? [unsure ?? { at: at!, by: by!, within: 0 }] : [];
  });
  if (status.repulled) works.push(status.repulled);
  return works.some((w) => {
    const within = w.within + own.within;
    const gap = Date.parse(own.at) - Date.parse(w.at);
    // Lines of one work sheet have one time.
    const inOrder = w.by === e.by && (within < CLOCK_TOLERANCE_MS || gap === 0);
    return !inOrder && gap < within;
  });
}
