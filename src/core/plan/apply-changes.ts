import { mediumOf } from '../wiring/connector';
import type { JobPlan, Link } from '../model/job';
import { PLAN_LISTS, type PlanChanges, type PlanList } from '../model/plan-changes';
import { doubles } from '../model/identifiers';

/** What of a plan has been used: links and people that stand in the log. They are retired, not removed. */
export interface Used {
  links: ReadonlySet<string>;
  crew: ReadonlySet<string>;
}

/** One thing a change would do that cannot be, and what to do instead. */
export interface PlanProblem {
  path: string;
  message: string;
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
  for (const id of remove.links ?? []) end('links', id, [], used.links.has(id), 'entry');
  for (const id of remove.panels ?? []) end('panels', id, links().filter((l) => l.head.panel === id), false, 'link'); // prettier-ignore
  for (const id of remove.outlets ?? []) end('outlets', id, links().filter((l) => l.tail.outlet === id), false, 'link'); // prettier-ignore
  for (const id of remove.spaces ?? []) {
    const inside = (list: 'panels' | 'outlets') =>
      [...maps[list].values()].filter((x) => (x as Item & { space: string }).space === id);
    const [panels, outlets] = [inside('panels'), inside('outlets')];
    end('spaces', id, [...panels, ...outlets], false, panels.some((p) => !p.retired) ? 'panel' : 'outlet');
  }
  for (const id of remove.crew ?? []) end('crew', id, [], used.crew.has(id), 'entry');
  const after: JobPlan = {
    ...plan,
    name: changes.name ?? plan.name,
    policy: changes.policy ?? plan.policy,
    ...(Object.fromEntries(PLAN_LISTS.map((l) => [l, [...maps[l].values()]])) as Pick<JobPlan, PlanList>),
  };
  return { plan: after, written, removed, retired, problems: [...problems, ...planProblems(after)] };
}

const nameOf = (x: Item): string => {
  const named = x as { name?: string; label?: string };
  return named.name ?? named.label ?? x.id;
};

/** What in a plan contradicts itself, each with the thing it stands at. Retired things are held against nothing. */
export function planProblems(plan: JobPlan): PlanProblem[] {
  const problems: PlanProblem[] = [];
  const say = (path: string, message: string) => void problems.push({ path, message });
  const spaces = new Map(plan.spaces.map((s) => [s.id, s]));
  const there = (id: string) => spaces.has(id) && !spaces.get(id)!.retired;
  const panels = new Map(plan.panels.map((p) => [p.id, p]));
  const outlets = new Map(plan.outlets.map((o) => [o.id, o]));
  if (!plan.crew.some((p) => !p.retired)) say('crew', 'A job needs at least one person: add somebody first.');
  for (const p of plan.panels)
    if (!p.retired && !there(p.space)) say(`panels.${p.id}`, `Panel ${p.name} hangs in no space that is there.`); // prettier-ignore
  for (const o of plan.outlets)
    if (!o.retired && !there(o.space)) say(`outlets.${o.id}`, `Outlet ${o.name} is in no space that is there.`); // prettier-ignore
  const active = plan.links.filter((l) => !l.retired);
  const place = (l: Link, key: string, taken: Map<string, string>, what: string) => {
    const other = taken.get(key);
    if (other !== undefined) say(`links.${l.id}`, `${l.label}: ${what} is taken by ${other}.`);
    else taken.set(key, l.label);
  };
  const ports = new Map<string, string>();
  const positions = new Map<string, string>();
  for (const l of active) {
    const [panel, outlet] = [panels.get(l.head.panel), outlets.get(l.tail.outlet)];
    if (!panel || panel.retired) say(`links.${l.id}`, `${l.label}: there is no panel "${l.head.panel}".`);
    else {
      if (l.head.port > panel.ports) say(`links.${l.id}`, `${l.label}: panel ${panel.name} has ${panel.ports} ports, not ${l.head.port}.`); // prettier-ignore
      place(l, `${panel.id}\n${l.head.port}`, ports, `port ${l.head.port} of ${panel.name}`);
    }
    if (!outlet || outlet.retired) say(`links.${l.id}`, `${l.label}: there is no outlet "${l.tail.outlet}".`);
    else {
      if (l.tail.position > outlet.positions) say(`links.${l.id}`, `${l.label}: outlet ${outlet.name} has ${outlet.positions} positions, not ${l.tail.position}.`); // prettier-ignore
      place(l, `${outlet.id}\n${l.tail.position}`, positions, `position ${l.tail.position} of outlet ${outlet.name}`); // prettier-ignore
    }
    if (mediumOf(l.head.connector) !== mediumOf(l.tail.connector))
      say(`links.${l.id}`, `${l.label}: a coax connector at one end wants one at the other.`);
  }
  for (const d of doubles(active.map((l) => l.label)))
    say(`links.${active[d.at[1]!]!.id}`, `${d.at.length} links are called ${d.identifier}: a label belongs to one.`); // prettier-ignore
  return problems;
}
