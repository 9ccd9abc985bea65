import type { JobPlan, Link } from '../model/job';
import {
  identifierFor,
  IDENTIFIER_STYLES,
  spaceCode,
  type IdentifierParts,
  type Identifiers,
  type LinkIdentifiers,
} from '../model/identifiers';

/** The parts of identifiers for a link, looked up in its plan once. */
export function identifierParts(
  plan: Pick<JobPlan, 'spaces' | 'panels' | 'outlets'>,
): (link: Pick<Link, 'head' | 'tail'>) => IdentifierParts {
  const spaces = new Map(plan.spaces.map((s) => [s.id, s]));
  const panels = new Map(plan.panels.map((p) => [p.id, p]));
  const outlets = new Map(plan.outlets.map((o) => [o.id, o]));
  return ({ head, tail }) => {
    const panel = panels.get(head.panel)!;
    const outlet = outlets.get(tail.outlet)!;
    const [closet, room] = [spaces.get(panel.space)!, spaces.get(outlet.space)!];
    return {
      closet: spaceCode(closet),
      closetfloor: closet.floor,
      panel: panel.name,
      port: head.port,
      room: spaceCode(room),
      floor: room.floor,
      outlet: outlet.name,
      position: tail.position,
    };
  };
}

/** The patterns of a job: its own, else the first style. */
export const identifiersOf = (policy: { identifiers?: Identifiers | undefined }): Identifiers =>
  policy.identifiers ?? IDENTIFIER_STYLES[0]!;

/** What stands on the labels of links, by their id: the link as it is called, and both its ends by the patterns. */
export function linkIdentifiers(
  plan: Pick<JobPlan, 'spaces' | 'panels' | 'outlets' | 'policy'>,
): (link: Link) => LinkIdentifiers {
  const parts = identifierParts(plan);
  const patterns = identifiersOf(plan.policy);
  return (link) => ({
    link: link.label,
    head: identifierFor(patterns.head, parts(link)),
    tail: identifierFor(patterns.tail, parts(link)),
  });
}
