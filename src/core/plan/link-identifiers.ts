import { endName } from '../model/end-name';
import type { JobPlan, Link } from '../model/job';
import type { End } from '../wiring/conductors';
import { whereabouts, type Spot } from './whereabouts';
import {
  identifierFor,
  IDENTIFIER_STYLES,
  spaceCode,
  type IdentifierParts,
  type Identifiers,
  type LinkIdentifiers,
} from '../model/identifiers';

/** The parts of identifiers for a link, looked up in its plan once; what an end does not hang on is empty. */
export function identifierParts(
  plan: Pick<JobPlan, 'spaces' | 'panels' | 'outlets' | 'batches'>,
): (link: Pick<Link, 'head' | 'tail' | 'cord'>) => IdentifierParts {
  const where = whereabouts(plan);
  return (link) => {
    const { head, tail } = where(link);
    return {
      closet: head.space ? spaceCode(head.space) : '',
      closetfloor: head.space?.floor ?? '',
      panel: head.panel?.name ?? '',
      port: head.port ?? '',
      room: tail.space ? spaceCode(tail.space) : '',
      floor: tail.space?.floor ?? '',
      outlet: tail.outlet?.name ?? '',
      position: tail.position ?? '',
    };
  };
}

/** The patterns of a job: its own, else the first style. */
export const identifiersOf = (policy: { identifiers?: Identifiers | undefined }): Identifiers =>
  policy.identifiers ?? IDENTIFIER_STYLES[0]!;

/** What an end is called where it hangs on nothing a pattern could name: its space's code, of a cord its number and end. */
function freeEnd(link: Link, end: End, spot: Spot): string {
  if (link.cord) return `${link.label} ${endName(link, end)}`;
  return spot.space ? spaceCode(spot.space) : link.label;
}

/** What stands on the labels of links, by their id: the link as it is called, and both its ends by the patterns. */
export function linkIdentifiers(
  plan: Pick<JobPlan, 'spaces' | 'panels' | 'outlets' | 'batches' | 'policy'>,
): (link: Link) => LinkIdentifiers {
  const parts = identifierParts(plan);
  const where = whereabouts(plan);
  const patterns = identifiersOf(plan.policy);
  return (link) => {
    const spots = where(link);
    /** A panel is named by the one pattern and an outlet by the other, at whichever end: a backbone has two panels. */
    const named = (end: End): string => {
      const turned = { ...link, head: link.tail, tail: link.head };
      const { panel, outlet } = spots[end];
      if (panel) return identifierFor(patterns.head, parts(end === 'head' ? link : turned));
      if (outlet) return identifierFor(patterns.tail, parts(end === 'tail' ? link : turned));
      return freeEnd(link, end, spots[end]);
    };
    return { link: link.label, head: named('head'), tail: named('tail') };
  };
}
