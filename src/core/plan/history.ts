import { PLAN_LISTS } from '../model/plan-lists';
import type { PlanChange } from '../model/entry';
import type { JobPlan, Link } from '../model/job';
import { FAMILY_NAMES } from '../wiring/connector';
import type { AppliedChanges } from './apply-changes';

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
  const spaces = new Map(plan.spaces.map((s) => [s.id, s.name]));
  const panels = new Map(plan.panels.map((p) => [p.id, p]));
  const outlets = new Map(plan.outlets.map((o) => [o.id, o]));
  return ({ head, tail, cable }) => {
    const [panel, outlet] = [panels.get(head.panel), outlets.get(tail.outlet)];
    return [
      { what: 'port', key: `${head.panel}\n${head.port}`, says: `${panel?.name ?? head.panel} ${head.port}` },
      { what: 'closet', key: panel?.space ?? '', says: spaces.get(panel?.space ?? '') ?? '' },
      { what: 'room', key: outlet?.space ?? '', says: spaces.get(outlet?.space ?? '') ?? '' },
      {
        what: 'outlet',
        key: `${tail.outlet}\n${tail.position}`,
        says: `${outlet?.name ?? tail.outlet} ${tail.position}`,
      },
      { what: 'cable', key: cable.trim().toLowerCase(), says: cable },
      { what: 'connector at the head', key: head.connector, says: FAMILY_NAMES[head.connector] },
      { what: 'connector at the tail', key: tail.connector, says: FAMILY_NAMES[tail.connector] },
    ];
  };
}
