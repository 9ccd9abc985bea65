import { compareNames } from '../model/by-name';
import type { Link, Space } from '../model/job';
import { LABEL_SPOTS, type Label } from './label-text';

/** In which order links come: by panel and port, or by room. */
export type LabelSort = 'port' | 'room';
/** What lies together: all labels of one link, or all labels of one place, as all closet ends. */
export type LabelTogether = 'link' | 'spot';

/** Links by the room of their far end, floor by floor; those of one room as they stood. */
export function byRoom<L extends Pick<Link, 'id'>>(
  links: readonly L[],
  roomOf: (link: L) => Pick<Space, 'name' | 'floor'> | undefined,
): L[] {
  return [...links].sort((a, b) => {
    const [ra, rb] = [roomOf(a), roomOf(b)];
    return (ra?.floor ?? 0) - (rb?.floor ?? 0) || compareNames(ra?.name ?? '', rb?.name ?? '');
  });
}

/** Labels with those of one place together, else as they came: link by link. */
export const together = (labels: readonly Label[], what: LabelTogether): Label[] =>
  what === 'link' ? [...labels] : LABEL_SPOTS.flatMap((spot) => labels.filter((l) => l.spot === spot));
