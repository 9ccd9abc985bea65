import type { ReadingOfLink } from './judge-for-link';
import { latestOf } from './latest-of';
import type { LinkStatus } from './state';

/** How far a tester's clock may be ahead that nobody looked at: set to any zone of the world. Our judgement. */
const ZONES_HOURS = 14;

/**
 * Why a reading that was brought may have been taken before what stands before it in the log, in a sentence; '' where its
 * time can be believed. It then proves nothing: a clock that is an hour ahead would have the reading of ten o'clock prove
 * what was done again at half past.
 *
 * @param status the link as it stood when the reading says it was taken
 */
export function timeDoubt(status: LinkStatus, e: ReadingOfLink): string {
  const latest = latestOf(status);
  const clock = e.data.brought?.clock;
  if (clock === undefined || latest === undefined) return '';
  if (clock === 'none')
    return 'Good so far: nobody said when it was read, and something was logged of this link already. Say when, or read it again.'; // prettier-ignore
  return Date.parse(e.at) - latest < ZONES_HOURS * 3_600_000
    ? 'Good so far: nobody looked whether the tester’s clock is right, and something was logged of this link shortly before. Look, or read it again.' // prettier-ignore
    : '';
}
