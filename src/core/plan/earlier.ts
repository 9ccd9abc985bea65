import type { JobEntryOf, PlanChange } from '../model/entry';
import type { JobPlan, Policy } from '../model/job';
import { PLAN_LISTS } from '../model/plan-lists';

/** A change of plan as the log tells it. */
type Planned = Pick<JobEntryOf<'planned'>, 'at' | 'data'>;

/** Lists that say what a link is called and where it is. */
const PLACING: readonly string[] = ['links', 'panels', 'outlets', 'spaces', 'batches'];

/** Whether a change says that a link is called otherwise, is elsewhere, or is to be made otherwise. */
const changesLinks = ({ list, id, was, is }: PlanChange): boolean =>
  PLACING.includes(list) ||
  (list === 'job' && id === 'policy' && (was as Policy).scheme !== (is as Policy).scheme);

/** Revisions of a plan in which every link was called the same, was at the same place and was to be made the same way. */
export interface PlanVersion {
  first: number;
  last: number;
  /** When it became so, as an instant; nothing where it was so from the beginning. */
  since?: string;
}

/** The versions of a plan, the present one first. `planned`: all that changed it, in any order. */
export function planVersions(planned: readonly Planned[], revision: number): PlanVersion[] {
  const versions: PlanVersion[] = [];
  let last = revision;
  for (const { at, data } of planned.toSorted((a, b) => b.data.revision - a.data.revision)) {
    if (!data.changes.some(changesLinks)) continue;
    versions.push({ first: data.revision, last, since: at });
    last = data.revision - 1;
  }
  return [...versions, { first: 0, last }];
}

/**
 * A plan as it was at an earlier revision: what changed it since is undone, the last of it first. Things stand in no
 * order of their own.
 */
export function planAt(plan: JobPlan, planned: readonly Planned[], revision: number): JobPlan {
  const lists = Object.fromEntries(
    PLAN_LISTS.map((list) => [list, new Map<string, unknown>(plan[list].map((x) => [x.id, x]))]),
  );
  const was: Pick<JobPlan, 'name' | 'policy'> = { name: plan.name, policy: plan.policy };
  const later = planned.filter((p) => p.data.revision > revision);
  for (const { data } of later.sort((a, b) => b.data.revision - a.data.revision))
    for (const change of data.changes)
      if (change.list === 'job') Object.assign(was, { [change.id]: change.was });
      else if (change.was === null) lists[change.list]!.delete(change.id);
      else lists[change.list]!.set(change.id, change.was);
  return {
    ...plan,
    ...was,
    revision,
    ...Object.fromEntries(PLAN_LISTS.map((list) => [list, [...lists[list]!.values()]])),
  };
}
