import type { EntryOf, LogEntry } from '../model/entry';
import { ENDS } from '../wiring/conductors';
import { CLOCK_TOLERANCE_MS, happenedAt, isOfNoClock } from './effective';
import type { ReadingOfLink } from './judge-for-link';
import type { LinkStatus } from './state';

/** What two devices may differ by though their clocks were seen and corrected: twice what may be the way, as `happenedAt` has it. */
const CORRECTED_WITHIN_MS = 40_000;

/** When work was done and by whom, and by how many ms that may be wrong; nothing where its device's clock was seen to be right. */
export interface WhenDone {
  at: string;
  by: string;
  within: number;
}

/** By how many ms the time of an entry may be wrong: what is told later is told to the minute, or by a tester's clock. */
const unsureBy = (e: LogEntry): number =>
  isOfNoClock(e) ? CLOCK_TOLERANCE_MS : e.clockErrorMs === undefined ? 0 : CORRECTED_WITHIN_MS;

/** What a state keeps of when work was done. */
export const whenDone = (e: LogEntry): WhenDone => ({
  at: new Date(happenedAt(e)).toISOString(),
  by: e.by,
  within: unsureBy(e),
});

/**
 * Whether a reading may have been taken before the last work on its link, though it stands after it: that was done within
 * seconds, or minutes where one of the two was told later, and one of the times may be wrong by as much. What one person
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
    const within = Math.max(w.within, own.within);
    const gap = Date.parse(own.at) - Date.parse(w.at);
    // Lines of one work sheet have one time.
    const inOrder = w.by === e.by && (within < CLOCK_TOLERANCE_MS || gap === 0);
    return !inOrder && gap < within;
  });
}
