import { PLAN_LISTS } from '../model/plan-lists';
import type { PlanChange } from '../model/entry';
import type { JobPlan, Link, LinkEnd } from '../model/job';
import { FAMILY_NAMES } from '../wiring/connector';
import type { AppliedChanges } from './apply-changes';
import { whereabouts, type Spot } from './whereabouts';

const nameOf = (x: object): string => {
  const named = x as { id: string; name?: string; label?: string };
  return named.label ?? named.name ?? named.id;
};

/** What a change made of a plan, thing by thing, old and new; what was written as it stood already is left out. */
export function planHistory(before: JobPlan, applied: AppliedChanges): PlanChange[] {
  const changes: PlanChange[] = [];
  const differ = (a: unknown, b: unknown) => JSON.stringify(a ?? null) !== JSON.stringify(b ?? null);
  const { plan: after } = applied;
  if (differ(before.name, after.name))
    changes.push({ list: 'job', id: 'name', name: 'name of the job', was: before.name, is: after.name });
  if (differ(before.policy, after.policy))
    changes.push({ list: 'job', id: 'policy', name: 'terms', was: before.policy, is: after.policy });
  for (const list of PLAN_LISTS) {
    const ids = new Set([...applied.written[list], ...applied.retired[list], ...applied.removed[list]]);
    if (!ids.size) continue;
    const old = new Map<string, object>(before[list].map((x) => [x.id, x]));
    const now = new Map<string, object>(after[list].map((x) => [x.id, x]));
    for (const id of ids) {
      const [was, is] = [old.get(id) ?? null, now.get(id) ?? null];
      if (differ(was, is)) changes.push({ list, id, name: nameOf(is ?? was ?? { id }), was, is });
    }
  }
  return changes;
}

/** A link that a change of plan puts elsewhere, or to another cable or connector: what changed, in words. */
export interface MovedLink {
  link: string;
  label: string;
  changed: string[];
}

/** Links whose port, room, cable or connector a change of plan changes; those put in, taken out or retired are not among them. */
export function movedLinks(before: JobPlan, after: JobPlan): MovedLink[] {
  const [was, is] = [placer(before), placer(after)];
  const old = new Map(before.links.map((l) => [l.id, l]));
  return after.links.flatMap((link) => {
    const former = old.get(link.id);
    if (!former || former.retired || link.retired) return [];
    const [a, b] = [was(former), is(link)];
    const changed = b.flatMap(({ what, key, says }, i) =>
      a[i]!.key === key ? [] : [`${what} ${a[i]!.says || 'none'} → ${says || 'none'}`],
    );
    return changed.length ? [{ link: link.id, label: link.label, changed }] : [];
  });
}

/** What says where a link is and of what it is made: a key to compare by, and words. */
function placer(plan: JobPlan): (link: Link) => { what: string; key: string; says: string }[] {
  const where = whereabouts(plan);
  const at = (end: LinkEnd, spot: Spot, places: { space: string; on: string }) => [
    {
      what: places.on,
      key: [end.panel, end.port, end.outlet, end.position].map((x) => x ?? '').join('\n'),
      says: [spot.panel?.name ?? spot.outlet?.name, spot.port ?? spot.position]
        .filter((x) => x !== undefined)
        .join(' '),
    },
    { what: places.space, key: spot.space?.id ?? end.space ?? '', says: spot.space?.name ?? '' },
  ];
  return (link) => {
    const { head, tail, cable, cord } = link;
    const spots = where(link);
    return [
      ...at(head, spots.head, { space: 'closet', on: 'port' }),
      ...at(tail, spots.tail, { space: 'room', on: 'outlet' }),
      { what: 'batch', key: cord?.batch ?? '', says: spots.cord?.batch.name ?? '' },
      { what: 'cable', key: cable.trim().toLowerCase(), says: cable },
      { what: 'connector at the head', key: head.connector, says: FAMILY_NAMES[head.connector] },
      { what: 'connector at the tail', key: tail.connector, says: FAMILY_NAMES[tail.connector] },
    ];
  };
}
