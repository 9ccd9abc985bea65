import { ENDS, type End } from '../wiring/conductors';
import { CLOCK_TOLERANCE_MS } from './effective';
import type { LinkStatus, TerminationStatus } from './state';

/** How a link stood when a reading of it was begun, and when that was. */
export interface Begun {
  at: string;
  ends: Record<End, Pick<TerminationStatus, 'at' | 'state'>>;
}

/** A reading of a link is begun. */
export const begunAt = ({ head, tail }: LinkStatus, at: string): Begun => ({
  at,
  ends: { head: standing(head), tail: standing(tail) },
});
const standing = ({ at, state }: TerminationStatus) => ({ ...(at ? { at } : {}), state });

/**
 * Whether something was logged of a link since a reading of it was begun that the reading cannot know: work on an end, a
 * fail, a new cable, another place. What is heard of only now, and happened well before it was begun, is nothing of that.
 *
 * @example
 * overtaken(begunAt(statusOf(link), '2026-05-04T10:00:00Z'), statusOf(link)) // false, until somebody works on it
 */
export const overtaken = (begun: Begun, status: LinkStatus): boolean =>
  ENDS.some((end) => {
    const [then, now] = [begun.ends[end], status[end]];
    if (then.at !== now.at)
      return now.at === undefined || Date.parse(now.at) >= Date.parse(begun.at) - CLOCK_TOLERANCE_MS;
    return now.state === 'stale' && then.state !== 'stale';
  });
