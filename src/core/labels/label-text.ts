import { LABEL_SPOTS, type LabelSpot } from '../model/label-spots';
import type { LinkIdentifiers } from '../model/identifiers';
import type { Link } from '../model/job';

export { LABEL_SPOTS, type LabelSpot };
/** What spots are called. */
export const SPOT_NAMES: Record<LabelSpot, string> = {
  'cable-head': 'cable, closet end',
  'cable-tail': 'cable, room end',
  panel: 'panel port',
  plate: 'wall plate',
};

/** What stands on one label: the large line, the small ones, and the link its code opens. */
export interface Label {
  link: string;
  spot: LabelSpot;
  large: string;
  small: string[];
}

/** The labels of links, in their order, all spots of one link together: panels and plates only where there is one. */
export const labelsOf = <L extends Pick<Link, 'id' | 'head' | 'tail'>>(
  links: readonly L[],
  identify: (link: L) => LinkIdentifiers,
  spots: readonly LabelSpot[],
): Label[] =>
  links.flatMap((l) => {
    const { link, head, tail } = identify(l);
    const there: Partial<Record<LabelSpot, boolean>> = {
      panel: l.head.panel !== undefined,
      plate: l.tail.outlet !== undefined,
    };
    return LABEL_SPOTS.filter((s) => spots.includes(s) && there[s] !== false).map((spot): Label => {
      if (spot === 'panel') return { link: l.id, spot, large: link, small: [tail] };
      if (spot === 'plate') return { link: l.id, spot, large: link, small: [head] };
      return { link: l.id, spot, large: link, small: spot === 'cable-head' ? [head, tail] : [tail, head] };
    });
  });
