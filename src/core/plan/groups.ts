import type { Link } from '../model/job';
import type { Whereabouts } from './whereabouts';

/** Links that are worked on side by side: those of a panel, the cords of a batch, or those whose heads end in one space. */
export interface Group {
  id: string;
  kind: 'panel' | 'batch' | 'space';
  name: string;
  links: Link[];
}

/** Groups of links, in the order in which their first links come. */
export function groupsOf(ordered: readonly Link[], where: (link: Link) => Whereabouts): Group[] {
  const groups = new Map<string, Group>();
  for (const link of ordered) {
    const { head, cord } = where(link);
    const of = cord
      ? ({ kind: 'batch', ...cord.batch } as const)
      : head.panel
        ? ({ kind: 'panel', ...head.panel } as const)
        : ({ kind: 'space', id: head.space?.id ?? '', name: head.space?.name ?? '' } as const);
    const id = `${of.kind} ${of.id}`;
    const there = groups.get(id);
    if (there) there.links.push(link);
    else groups.set(id, { id, kind: of.kind, name: of.name, links: [link] });
  }
  return [...groups.values()];
}

/** What a link is called among those of its group: its port, its number, or the whole of its label. */
export const shortName = (link: Link): string => String(link.cord?.number ?? link.head.port ?? link.label);
