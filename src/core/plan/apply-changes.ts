import { PLAN_LISTS } from '../model/plan-lists';
import type { JobPlan, Link } from '../model/job';
import type { Run } from '../model/run';
import { ENDS } from '../wiring/conductors';
import { planProblems, type PlanProblem } from './invariants';
import { type PlanChanges, type PlanList } from '../model/plan-changes';

/** What of a plan stands in the log: links are then retired and not removed, parts stay. People are always retired, since what they logged may still be on its way. */
export interface Used {
  links: ReadonlySet<string>;
  parts: ReadonlySet<string>;
}

/** A plan after its changes: what was written, taken out and retired, by list. */
export interface AppliedChanges {
  plan: JobPlan;
  written: Record<PlanList, string[]>;
  removed: Record<PlanList, string[]>;
  retired: Record<PlanList, string[]>;
  problems: PlanProblem[];
}

type Item = { id: string; retired?: true | undefined };
const listsOf = <T>(make: (list: PlanList) => T): Record<PlanList, T> =>
  Object.fromEntries(PLAN_LISTS.map((l) => [l, make(l)])) as Record<PlanList, T>;

/**
 * Applies changes to a plan. What is taken out but stands in the log, or holds what does, is retired: it stays for
 * the history, and its place is free. Nothing may be kept of the result while there are problems.
 */
export function applyChanges(plan: JobPlan, changes: PlanChanges, used: Used): AppliedChanges {
  const maps = listsOf((l) => new Map<string, Item>((plan[l] as Item[]).map((x) => [x.id, x])));
  const written = listsOf((l) => {
    const put = (changes.put?.[l] ?? []) as Item[];
    for (const x of put) maps[l].set(x.id, x);
    return put.map((x) => x.id);
  });
  const problems: PlanProblem[] = [];
  const removed = listsOf<string[]>(() => []);
  const retired = listsOf<string[]>(() => []);
  const links = () => [...maps.links.values()] as Link[];
  /** Ends a thing: refused while active things stand on it, retired while retired ones do, else removed. */
  const end = (
    list: PlanList,
    id: string,
    standing: readonly Item[],
    inLog: boolean,
    holds: string,
  ): void => {
    const item = maps[list].get(id);
    if (!item)
      return void problems.push({ path: `remove.${list}`, message: `There is no "${id}" to take out.` });
    const active = standing.filter((x) => !x.retired).length;
    if (active)
      return void problems.push({
        path: `remove.${list}`,
        message: `${nameOf(item)} still holds ${active} ${active === 1 ? holds : `${holds}s`}: take those out first.`,
      });
    if (standing.length || inLog) {
      maps[list].set(id, { ...item, retired: true });
      retired[list].push(id);
    } else {
      maps[list].delete(id);
      removed[list].push(id);
    }
  };
  const remove = changes.remove ?? {};
  /** Links of which an end hangs on a thing: a backbone has a panel at both. */
  const on = (what: 'panel' | 'outlet' | 'space', id: string) =>
    links().filter((l) => ENDS.some((e) => l[e][what] === id));
  for (const id of remove.links ?? []) end('links', id, [], used.links.has(id), 'entry');
  for (const id of remove.panels ?? []) end('panels', id, on('panel', id), false, 'link');
  for (const id of remove.outlets ?? []) end('outlets', id, on('outlet', id), false, 'link');
  for (const id of remove.batches ?? []) end('batches', id, links().filter((l) => l.cord?.batch === id), false, 'cord'); // prettier-ignore
  for (const id of remove.spaces ?? []) {
    const inside = (list: 'panels' | 'outlets') =>
      [...maps[list].values()].filter((x) => (x as Item & { space: string }).space === id);
    const [panels, outlets] = [inside('panels'), inside('outlets')];
    const holds = panels.some((p) => !p.retired) ? 'panel' : outlets.some((o) => !o.retired) ? 'outlet' : 'link'; // prettier-ignore
    end('spaces', id, [...panels, ...outlets, ...on('space', id)], false, holds);
  }
  for (const id of remove.crew ?? []) end('crew', id, [], true, 'entry');
  for (const id of remove.parts ?? [])
    if (used.parts.has(id))
      problems.push({
        path: 'remove.parts',
        message: `${nameOf(maps.parts.get(id) ?? { id })} stands in the log: put it away instead of taking it out.`,
      });
    else end('parts', id, [], false, 'entry');
  for (const id of remove.floors ?? []) end('floors', id, [], false, 'space');
  for (const id of remove.runs ?? []) end('runs', id, [], false, 'link');
  for (const id of remove.legends ?? []) end('legends', id, [], false, 'entry');
  // A link that is gone lies in no run.
  const gone = new Set(removed.links);
  for (const run of [...maps.runs.values()] as Run[])
    if (gone.size && run.links.some((l) => gone.has(l))) {
      maps.runs.set(run.id, { ...run, links: run.links.filter((l) => !gone.has(l)) } as Run);
      written.runs.push(run.id);
    }
  const after: JobPlan = {
    ...plan,
    name: changes.name ?? plan.name,
    policy: changes.policy ?? plan.policy,
    ...(Object.fromEntries(PLAN_LISTS.map((l) => [l, [...maps[l].values()]])) as Pick<JobPlan, PlanList>),
  };
  return { plan: after, written, removed, retired, problems: [...problems, ...newProblems(plan, after)] };
}

const nameOf = (x: Item): string => {
  const named = x as { name?: string; label?: string };
  return named.name ?? named.label ?? x.id;
};

/** What is wrong with a plan that was not wrong before: an old plan that contradicts itself can still be changed. */
function newProblems(before: JobPlan, after: JobPlan): PlanProblem[] {
  const problems = planProblems(after);
  if (!problems.length) return problems;
  const old = new Set(planProblems(before).map((p) => p.message));
  return problems.filter((p) => !old.has(p.message));
}
