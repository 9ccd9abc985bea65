import { PLAN_LISTS } from '../model/plan-lists';
import type { PlanChange } from '../model/entry';
import type { JobPlan, Policy } from '../model/job';
import { type PlanChanges, type PlanList } from '../model/plan-changes';

/** One field that two people changed, each to something else: what it was, what stands now, and what was asked. */
export interface Conflict {
  list: PlanList | 'job';
  id: string;
  /** What the thing is called. */
  name: string;
  /** The field, such as `head.port`; empty where the whole thing was taken out by one of the two. */
  field: string;
  was: unknown;
  theirs: unknown;
  mine: unknown;
}

/** Where a conflict is, as it is named to say that it was decided. */
export const conflictPath = (c: Pick<Conflict, 'list' | 'id' | 'field'>): string =>
  `${c.list}.${c.id}${c.field ? `.${c.field}` : ''}`;

/** Changes made on an older plan, fitted onto the newest one. */
export interface Rebased {
  changes: PlanChanges;
  conflicts: Conflict[];
}

type Fields = Record<string, unknown>;
const isFields = (x: unknown): x is Fields => typeof x === 'object' && x !== null && !Array.isArray(x);
const alike = (a: unknown, b: unknown): boolean =>
  a === b ||
  (Array.isArray(a) && Array.isArray(b)
    ? a.length === b.length && a.every((x, i) => alike(x, b[i]))
    : isFields(a) && isFields(b)
      ? [...new Set([...Object.keys(a), ...Object.keys(b)])].every((k) => alike(a[k], b[k]))
      : false);

/** Merges two versions of one thing, field by field, against what both began from; `clash` hears of what both changed to different things. */
export function mergeFields(
  was: Fields,
  theirs: Fields,
  mine: Fields,
  path: string,
  clash: (field: string, was: unknown, theirs: unknown, mine: unknown) => void,
): Fields {
  const out: Fields = {};
  for (const key of new Set([...Object.keys(theirs), ...Object.keys(mine)])) {
    const [w, t, m] = [was[key], theirs[key], mine[key]];
    let value: unknown;
    if (alike(m, w)) value = t;
    else if (alike(t, w) || alike(t, m)) value = m;
    else if (isFields(t) && isFields(m) && isFields(w)) value = mergeFields(w, t, m, `${path}${key}.`, clash);
    else {
      clash(`${path}${key}`, w, t, m);
      value = m;
    }
    if (value !== undefined) out[key] = value;
  }
  return out;
}

/**
 * Fits changes made on an older revision onto the plan as it is. What only one of the two touched is kept from both;
 * what both changed to different things is a conflict, unless it was decided at this revision; the answer carries what
 * was asked for.
 * `since` are the plan's changes after that revision, oldest first.
 *
 * @example
 * rebase({ revision: 3, put: { links: [k1WithNote] } }, changesSinceRevision3, plan).conflicts // []
 */
export function rebase(changes: PlanChanges, since: readonly PlanChange[], now: JobPlan): Rebased {
  const was = new Map<string, PlanChange>();
  for (const c of since) {
    const key = `${c.list}\n${c.id}`;
    if (!was.has(key)) was.set(key, c);
  }
  const conflicts: Conflict[] = [];
  const put: Fields = {};
  for (const list of PLAN_LISTS) {
    const wanted = changes.put?.[list] as readonly ({ id: string } & Fields)[] | undefined;
    if (!wanted) continue;
    const current = new Map((now[list] as ({ id: string } & Fields)[]).map((x) => [x.id, x]));
    put[list] = wanted.map((mine) => {
      const before = was.get(`${list}\n${mine.id}`);
      const theirs = current.get(mine.id);
      if (!before) return mine;
      const clash = (field: string, w: unknown, t: unknown, m: unknown) => void conflicts.push({ list, id: mine.id, name: before.name, field, was: w, theirs: t, mine: m }); // prettier-ignore
      if (!theirs || (theirs['retired'] && !mine['retired'])) {
        clash('', before.was, null, mine);
        return mine;
      }
      return mergeFields((before.was as Fields | null) ?? {}, theirs, mine, '', clash);
    });
  }
  const remove: Record<string, string[]> = {};
  for (const list of PLAN_LISTS) {
    const wanted = changes.remove?.[list];
    if (!wanted) continue;
    const current = new Map((now[list] as ({ id: string } & Fields)[]).map((x) => [x.id, x]));
    remove[list] = wanted.filter((id) => {
      const before = was.get(`${list}\n${id}`);
      if (!before) return true;
      const theirs = current.get(id);
      if (!theirs || theirs['retired']) return false;
      conflicts.push({ list, id, name: before.name, field: '', was: before.was, theirs, mine: null });
      return true;
    });
  }
  const policy = was.get('job\npolicy');
  const name = was.get('job\nname');
  const rebased: PlanChanges = {
    ...changes,
    ...(changes.put ? { put: put as PlanChanges['put'] } : {}),
    ...(changes.remove ? { remove: remove as PlanChanges['remove'] } : {}),
  };
  if (changes.policy && policy)
    rebased.policy = mergeFields(
      policy.was as Fields,
      now.policy as Fields,
      changes.policy as Fields,
      '',
      (field, w, t, m) =>
        conflicts.push({ list: 'job', id: 'policy', name: 'terms', field, was: w, theirs: t, mine: m }),
    ) as Policy;
  if (changes.name !== undefined && name && changes.name !== now.name && changes.name !== name.was)
    conflicts.push({ list: 'job', id: 'name', name: 'name of the job', field: 'name', was: name.was, theirs: now.name, mine: changes.name }); // prettier-ignore
  const decided =
    changes.decided?.revision === now.revision ? new Set(changes.decided.fields) : new Set<string>();
  return { changes: rebased, conflicts: conflicts.filter((c) => !decided.has(conflictPath(c))) };
}
