import { nextAfter, wantsReading, wantsRedo, whatNext, type Wants } from '../log/next';
import type { LinkStatus } from '../log/state';
import type { Link } from '../model/job';
import type { End } from '../wiring/conductors';

/** How a batch is gone through: each cord to its end, or all first ends, then all second ends, then all proven. */
export const CORD_WAYS = ['cord', 'ends'] as const;
/** How a batch is gone through. */
export type CordWay = (typeof CORD_WAYS)[number];

/** What comes next in a batch: the cord, and what it wants. */
export interface CordNext {
  cord: Link;
  wants: Wants;
}

/**
 * What comes next in a batch after `from`, the cord in the hand, which is taken to its end first where one goes cord by
 * cord; null where every cord is good. What failed comes once nothing else is left: the rhythm is not broken for it.
 */
export function nextInBatch(
  cords: readonly Link[],
  from: string | null,
  way: CordWay,
  statusOf: (id: string) => LinkStatus,
): CordNext | null {
  const bare = (end: End) => (s: LinkStatus) => s[end].state === 'bare';
  const open = (s: LinkStatus) => !wantsRedo(s) && (bare('head')(s) || bare('tail')(s) || wantsReading(s));
  /** The next one after the cord in the hand; that one itself last, or first. */
  const next = (wants: (s: LinkStatus) => boolean, itselfFirst = false): Link | null => {
    const here = cords.find((c) => c.id === from && wants(statusOf(c.id))) ?? null;
    const other = nextAfter(cords, from, (c) => wants(statusOf(c.id)));
    return itselfFirst ? (here ?? other) : (other ?? here);
  };
  if (way === 'ends')
    for (const end of ['head', 'tail'] as const) {
      const cord = next(bare(end));
      if (cord) return { cord, wants: { screen: 'bench', end } };
    }
  const cord = next(open, way === 'cord');
  if (cord) return { cord, wants: whatNext(statusOf(cord.id)) };
  const failed = next(wantsRedo);
  return failed && { cord: failed, wants: { screen: 'prove' } };
}
