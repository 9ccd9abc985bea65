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
  // What a panel or a batch is called is looked up once for all that belong to it.
  const [ofPanel, ofBatch] = [new Map<string, Group>(), new Map<string, Group>()];
  for (const link of ordered) {
    const known = link.cord ? ofBatch.get(link.cord.batch) : ofPanel.get(link.head.panel ?? '');
    if (known) {
      known.links.push(link);
      continue;
    }
    const { head, cord } = where(link);
    const of = cord
      ? ({ kind: 'batch', ...cord.batch } as const)
      : head.panel
        ? ({ kind: 'panel', ...head.panel } as const)
        : ({ kind: 'space', id: head.space?.id ?? '', name: head.space?.name ?? '' } as const);
    const id = `${of.kind} ${of.id}`;
    const group = groups.get(id) ?? { id, kind: of.kind, name: of.name, links: [] };
    group.links.push(link);
    groups.set(id, group);
    if (cord) ofBatch.set(cord.batch.id, group);
    else if (head.panel && !link.cord) ofPanel.set(head.panel.id, group);
  }
  return [...groups.values()];
}

/** What a link is called among those of its group: its port, its number, or the whole of its label. */
export const shortName = (link: Link): string => String(link.cord?.number ?? link.head.port ?? link.label);
