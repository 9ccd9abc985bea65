import type { Link, Space } from '../formats/job';
import type { Place } from '../survey/distance';
import { shortestTour } from '../survey/tour';
import type { End } from '../wiring/conductors';
import type { LinkStatus } from './state';

/** Whether a link has to be done again or proven again. */
export const inRework = (status: LinkStatus): boolean =>
  (['head', 'tail'] as const).some((e) => status[e].state === 'failed' || status[e].state === 'stale');

/** The end where the next work on it is: where it failed, the head first; else where it was done again. */
export function reworkEnd(status: LinkStatus): End {
  if (status.head.state === 'failed') return 'head';
  if (status.tail.state === 'failed') return 'tail';
  return status.tail.state === 'stale' && status.head.state !== 'stale' ? 'tail' : 'head';
}

/** One place on the walk, with the links whose next work is there. */
export interface ReworkStop {
  space: Space;
  links: Link[];
}

/**
 * Everything in rework by where it is, in the order of the shortest walk from where one stands: exact up to twelve
 * places. `spaceOf` says where an end of a link is.
 */
export function reworkWalk(
  links: readonly Link[],
  statusOf: (link: Link) => LinkStatus,
  spaceOf: (link: Link, end: End) => Space,
  from: Place,
): { stops: ReworkStop[]; metres: number } {
  const bySpace = new Map<string, ReworkStop>();
  for (const link of links) {
    const status = statusOf(link);
    if (!inRework(status)) continue;
    const space = spaceOf(link, reworkEnd(status));
    const stop = bySpace.get(space.id);
    if (stop) stop.links.push(link);
    else bySpace.set(space.id, { space, links: [link] });
  }
  const stops = [...bySpace.values()];
  const tour = shortestTour(
    from,
    stops.map((s) => s.space),
  );
  return { stops: tour.order.map((i) => stops[i]!), metres: tour.metres };
}
