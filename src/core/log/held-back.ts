import type { Entry } from '../model/entry';
import { ENDS } from '../wiring/conductors';
import { effective, happenedAt } from './effective';
import { project, type Projection } from './projection';
import { latestOf } from './latest-of';
import type { LinkStatus } from './state';

/** What makes ends anew, and with that forgets what was done to them before. */
const WORK: readonly Entry['kind'][] = ['seated', 'redone', 'repulled'];

/**
 * The state of a link on a device that does not have its log, only the state that log led to and what it knows beyond
 * that. A reading that was taken before the last thing in that log may come before work it cannot know: it may fail the
 * link, and proves nothing until whoever has the log has told. Neither does any reading where work is known beyond that is
 * older than the last thing in the log: it stands after what it came before.
 *
 * @param since what the device knows beyond the state, in any order
 */
export function heldBack(
  projection: Projection<LinkStatus>,
  base: LinkStatus,
  since: readonly Entry[],
): LinkStatus {
  const until = latestOf(base) ?? -Infinity;
  const counted = effective(since);
  const isEarly = (e: Entry) => happenedAt(e) <= until;
  const mixed = counted.some((e) => WORK.includes(e.kind) && isEarly(e));
  const isHeld = (e: Entry) => (e.kind === 'reading' || e.kind === 'one-end') && (mixed || isEarly(e));
  const known = project(
    projection,
    counted.filter((e) => !isHeld(e)),
    base,
  );
  return counted.filter(isHeld).reduce((state, e) => {
    const next = project(projection, [e], state);
    return ENDS.some((end) => next[end].state === 'proven' && state[end].state !== 'proven') ? state : next;
  }, known);
}
