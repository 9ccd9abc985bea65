import type { Link } from '../model/job';

/** What a cord is cut longer than it is to be, at each end, in metres. Common practice, no source. */
export const CORD_SPARE_METRES = 0.05;

/** How long a cord is cut, in metres. */
export const cutMetres = (cordMetres: number): number => cordMetres + 2 * CORD_SPARE_METRES;

/** So many cords, cut to one length. */
export interface Cut {
  count: number;
  cordMetres: number;
  eachMetres: number;
}

/** What has to be cut for a batch, longest first, and what it leaves in its box. Cords whose length nobody gave are counted apart. */
export interface CutList {
  cuts: Cut[];
  totalMetres: number;
  unknown: number;
  /** Left in the box once all are cut; negative where it does not suffice. Missing where the batch names no box. */
  leftMetres?: number;
}

/** The cut list of a batch's cords out of a box that held `boxMetres`. */
export function cutList(cords: readonly Pick<Link, 'lengthMetres'>[], boxMetres?: number): CutList {
  const counts = new Map<number, number>();
  for (const { lengthMetres } of cords)
    if (lengthMetres !== undefined) counts.set(lengthMetres, (counts.get(lengthMetres) ?? 0) + 1);
  const cuts = [...counts]
    .sort((a, b) => b[0] - a[0])
    .map(([cordMetres, count]) => ({ count, cordMetres, eachMetres: cutMetres(cordMetres) }));
  const totalMetres = cuts.reduce((sum, c) => sum + c.count * c.eachMetres, 0);
  return {
    cuts,
    totalMetres,
    unknown: cords.filter((c) => c.lengthMetres === undefined).length,
    ...(boxMetres === undefined ? {} : { leftMetres: boxMetres - totalMetres }),
  };
}
