import type { Link, Space } from '../model/job';
import type { End } from '../wiring/conductors';
import type { LinkStatus } from '../log/state';
import { inRework, reworkEnd } from '../log/rework';
import { walkMetres, type Distance, type Place } from './distance';
import { shortestTour } from './tour';

/** One place on the walk, with the links whose next work is there; no space: cords, which are wherever one works. */
export interface ReworkStop {
  space: Space | undefined;
  links: Link[];
}

/**
 * Everything in rework by where it is, in the order of the shortest walk from where one stands: exact up to twelve
 * places. `spaceOf` says where an end of a link is; what is nowhere comes first.
 */
export function reworkWalk(
  links: readonly Link[],
  statusOf: (link: Link) => LinkStatus,
  spaceOf: (link: Link, end: End) => Space | undefined,
  from: Place | undefined,
  far: Distance = walkMetres,
): { stops: ReworkStop[]; metres: number } {
  const bySpace = new Map<string, ReworkStop>();
  for (const link of links) {
    const status = statusOf(link);
    if (!inRework(status)) continue;
    const space = spaceOf(link, reworkEnd(status));
    const stop = bySpace.get(space?.id ?? '');
    if (stop) stop.links.push(link);
    else bySpace.set(space?.id ?? '', { space, links: [link] });
  }
  const here = bySpace.get('');
  bySpace.delete('');
  const stops = [...bySpace.values()];
  const places = stops.map((s) => s.space!);
  const tour = places.length
    ? shortestTour(from ?? places[0]!, places, undefined, undefined, far)
    : { order: [], metres: 0 };
  return { stops: [...(here ? [here] : []), ...tour.order.map((i) => stops[i]!)], metres: tour.metres };
}
