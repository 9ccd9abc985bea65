import type { EntryOf, LogEntry } from '../model/entry';
import { ENDS } from '../wiring/conductors';
import { CLOCK_TOLERANCE_MS, CORRECTED_MS, happenedAt, isOfNoClock, isToldLater } from './effective';
import type { ReadingOfLink } from './judge-for-link';
import type { LinkStatus, TerminationStatus } from './state';

/** What an answer usually takes at most: so much more than was seen may a clock be off. Our judgement. */
const USUAL_WAY_MS = 5000;

/** When something was done, by whom, and by how many ms that may be wrong: 0 where its clock was seen to be right. */
export interface WhenDone {
  at: string;
  by: string;
  /** What keeps the order of it: the device it was logged on as it happened, or the file it was brought in. */
  clock?: string;
  within: number;
}

/**
 * By how many ms the time of an entry may be wrong: what is told later is told to the minute, or by a tester's clock; a clock that
 * was seen to be off is off by that much where it is not corrected, and by what was the way where it is; one that was set
 * between is off by as much as it was set.
 */
function unsureBy(e: LogEntry): number {
  if (isOfNoClock(e)) return CLOCK_TOLERANCE_MS;
  const off = Math.abs(e.clockErrorMs ?? 0);
  return (off === 0 ? 0 : off > CORRECTED_MS ? CORRECTED_MS : off + USUAL_WAY_MS) + (e.clockDoubtMs ?? 0);
}

function clockOf(e: LogEntry): { clock?: string } {
  if (e.kind === 'reading' && e.data.brought)
    return { clock: `${e.data.brought.file}, ${e.data.tester ?? ''}` };
  return e.device === undefined || isToldLater(e) ? {} : { clock: e.device };
}

/** What a state keeps of when work was done. */
export const whenDone = (e: LogEntry): WhenDone => ({
  at: new Date(happenedAt(e)).toISOString(),
  by: e.by,
  ...clockOf(e),
  within: unsureBy(e),
});

/** Works on an end and fails of it of which each may be the last; none where it was proven since. */
export const lastOf = ({ state, at, by, unsure }: TerminationStatus): readonly WhenDone[] =>
  state === 'proven' || at === undefined || by === undefined ? [] : (unsure ?? [{ at, by, within: 0 }]);

/** The same of a link: of both its ends and of its cable. */
export const lastOfLink = (status: LinkStatus): readonly WhenDone[] => [
  ...ENDS.flatMap((end) => lastOf(status[end])),
  ...(status.repulled ?? []),
];

/** Whether the first of two, which stands before the second, may have happened after it. */
export function mayBeAfter(first: WhenDone, second: WhenDone): boolean {
  const within = first.within + second.within;
  const gap = Date.parse(second.at) - Date.parse(first.at);
  // Lines of one work sheet have one time.
  const inOrder =
    first.clock !== undefined && second.clock !== undefined
      ? first.clock === second.clock
      : first.by === second.by && (within < CLOCK_TOLERANCE_MS || gap === 0);
  return !inOrder && gap < within;
}

/**
 * Whether a reading may have been taken before the last work on its link, its last fail, or before copper was found to join
 * its cable with another, though it stands after: that was within seconds, or minutes where one of the two was told later,
 * and the two times may be wrong by as much. What was logged on one device as it happened, or read by one tester and
 * brought, is in the order of its clock; so is what one person logged where the device is not known.
 */
export function isCloseCall(
  status: LinkStatus,
  e: ReadingOfLink & Partial<Omit<EntryOf<'reading'>, 'data'>>,
): boolean {
  // One that is judged before it is logged is of now.
  const own: WhenDone =
    e.id === undefined
      ? {
          at: e.at,
          by: e.by,
          ...(e.device === undefined ? {} : { clock: e.device }),
          within: e.data.brought ? CLOCK_TOLERANCE_MS : 0,
        }
      : whenDone(e as EntryOf<'reading'>);
  return [...lastOfLink(status), ...(status.joined?.found ?? [])].some((w) => mayBeAfter(w, own));
}
