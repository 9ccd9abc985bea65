import { ofLink } from '../model/of-link';
import { PLAN_LISTS } from '../model/plan-lists';
import { doubles } from '../model/identifiers';
import type { JobFile, JobPlan, Link, LinkEnd } from '../model/job';
import { ENDS, type End } from '../wiring/conductors';
import { mediumOf } from '../wiring/connector';
import { MOST_CORD_METRES } from '../model/limits';
import { isLevel } from '../model/run';
import { RESERVED_JOB_IDS } from './new-ids';

/** One thing that cannot be in a plan: where, and what to do about it. */
export interface PlanProblem {
  /** List, id and field, such as `links.K1-07.head.port`. */
  path: string;
  message: string;
}

const same = (s: string) => s.trim().toLowerCase();

/**
 * What in a plan contradicts itself: the one set of rules that an import, a schedule, a table and every change are
 * held by. Retired things hold no place, but what they refer to has to be there, since the history names it.
 *
 * @example
 * planProblems(plan).map((p) => p.message) // ['K1-07: port 7 of K1 is taken by K1-06.']
 */
export function planProblems(plan: JobPlan): PlanProblem[] {
  const problems: PlanProblem[] = [];
  const say = (path: string, message: string) => void problems.push({ path, message });
  for (const list of PLAN_LISTS) {
    const seen = new Set<string>();
    for (const { id } of plan[list]) {
      if (seen.has(id))
        say(`${list}.${id}.id`, `"${id}" stands twice in ${list}: give one of them another id.`);
      seen.add(id);
    }
  }
  const spaces = new Map(plan.spaces.map((s) => [s.id, s]));
  const panels = new Map(plan.panels.map((p) => [p.id, p]));
  const outlets = new Map(plan.outlets.map((o) => [o.id, o]));
  /** Whether a thing stands on one that is there, and in use where it is in use itself. */
  const stands = (x: { retired?: true | undefined }, on: { retired?: true | undefined } | undefined) =>
    on !== undefined && (x.retired || !on.retired);
  if (!plan.crew.some((p) => !p.retired)) say('crew', 'A job needs at least one person: add somebody first.');
  for (const p of plan.panels)
    if (!stands(p, spaces.get(p.space))) say(`panels.${p.id}.space`, `Panel ${p.name} hangs in no space that is there: there is no space "${p.space}".`); // prettier-ignore
  for (const o of plan.outlets)
    if (!stands(o, spaces.get(o.space))) say(`outlets.${o.id}.space`, `Outlet ${o.name} is in no space that is there: there is no space "${o.space}".`); // prettier-ignore
  for (const d of doubles(plan.panels.filter((p) => !p.retired).map((p) => `${p.space}\n${same(p.name)}`))) {
    const panel = plan.panels.filter((p) => !p.retired)[d.at[1]!]!;
    say(`panels.${panel.id}.name`, `Two panels of ${spaces.get(panel.space)?.name ?? 'one space'} are called ${panel.name}: give one another name.`); // prettier-ignore
  }
  for (const d of doubles(plan.floors.filter((f) => !f.retired).map((f) => String(f.floor))))
    say(`floors.${d.at[1]}`, `Floor ${d.identifier} stands twice in the plan: keep one of them.`);
  for (const d of doubles(plan.batches.filter((b) => !b.retired).map((b) => same(b.name))))
    say(`batches.${plan.batches.filter((b) => !b.retired)[d.at[1]!]!.id}.name`, `Two batches are called ${d.identifier}: give one another name.`); // prettier-ignore
  runProblems(plan, say);
  const batches = new Map(plan.batches.map((b) => [b.id, b]));
  linkProblems(plan.links, { spaces, panels, outlets, batches, stands, say });
  return problems;
}

interface On {
  spaces: ReadonlyMap<string, JobPlan['spaces'][number]>;
  panels: ReadonlyMap<string, JobPlan['panels'][number]>;
  outlets: ReadonlyMap<string, JobPlan['outlets'][number]>;
  batches: ReadonlyMap<string, JobPlan['batches'][number]>;
  stands: (x: { retired?: true | undefined }, on: { retired?: true | undefined } | undefined) => boolean;
  say: (path: string, message: string) => void;
}

/** Links of a run are there, and each lies in one run only. */
function runProblems({ runs, links }: JobPlan, say: On['say']): void {
  const known = new Map(links.map((l) => [l.id, l]));
  const lies = new Map<string, string>();
  for (const run of runs.filter((r) => !r.retired)) {
    for (const id of run.links) {
      const link = known.get(id);
      const other = lies.get(id);
      if (!link) say(`runs.${run.id}.links`, `Run ${run.name}: there is no link "${id}".`);
      else if (other !== undefined) say(`runs.${run.id}.links`, `${link.label} lies in ${other} already: a cable has one route, so take it out of there first.`); // prettier-ignore
      else if (link.cord) say(`runs.${run.id}.links`, `${link.label} is a cord: only cables that are laid have a run.`); // prettier-ignore
      lies.set(id, run.name);
    }
    const turned = run.steps.findIndex((s) => s.turn !== undefined && !isLevel(s));
    if (turned >= 0) say(`runs.${run.id}.steps`, `Run ${run.name}: step ${turned + 1} goes ${run.steps[turned]!.go} and cannot turn: only what goes level does.`); // prettier-ignore
  }
}

/** What an end hangs on is one thing, wholly said, and stands in the plan. */
function endProblems(l: Link, end: End, at: LinkEnd, on: On): void {
  const say = (field: string, message: string) =>
    on.say(`links.${l.id}.${end}.${field}`, `${l.label}: ${message}`);
  const hangs = [at.panel ?? at.port, at.outlet ?? at.position, at.space].filter((x) => x !== undefined);
  if (l.cord) {
    if (hangs.length) say('space', `a cord hangs on nothing: it belongs to its batch, not to a panel, an outlet or a space.`); // prettier-ignore
    return;
  }
  if (hangs.length !== 1)
    return say('panel', `its ${end} hangs on ${hangs.length ? 'two things' : 'nothing'}: name a panel and port, an outlet and position, or the space it ends in.`); // prettier-ignore
  if ((at.panel === undefined) !== (at.port === undefined))
    return say('port', `its ${end} names ${at.panel === undefined ? 'a port but no panel' : 'a panel but no port'}.`); // prettier-ignore
  if ((at.outlet === undefined) !== (at.position === undefined))
    return say('position', `its ${end} names ${at.outlet === undefined ? 'a position but no outlet' : 'an outlet but no position'}.`); // prettier-ignore
  if (at.panel !== undefined && !on.stands(l, on.panels.get(at.panel)))
    say('panel', `there is no panel "${at.panel}".`);
  if (at.outlet !== undefined && !on.stands(l, on.outlets.get(at.outlet)))
    say('outlet', `there is no outlet "${at.outlet}".`);
  if (at.space !== undefined && !on.stands(l, on.spaces.get(at.space)))
    say('space', `there is no space "${at.space}".`);
}

function linkProblems(links: readonly Link[], on: On): void {
  const { say } = on;
  const taken = new Map<string, string>();
  const place = (l: Link, field: string, key: string, what: string) => {
    const other = taken.get(key);
    if (other !== undefined) say(`links.${l.id}.${field}`, `${l.label}: ${what} is taken by ${other}.`);
    else taken.set(key, l.label);
  };
  for (const l of links) {
    for (const end of ENDS) endProblems(l, end, l[end], on);
    const batch = l.cord && on.batches.get(l.cord.batch);
    if (l.cord && !on.stands(l, batch))
      say(`links.${l.id}.cord.batch`, `${l.label}: there is no batch "${l.cord.batch}".`);
    if (l.cord && l.lengthMetres !== undefined && l.lengthMetres > MOST_CORD_METRES)
      say(`links.${l.id}.lengthMetres`, `${l.label}: a cord is at most ${MOST_CORD_METRES} m long, not ${l.lengthMetres}.`); // prettier-ignore
    if (mediumOf(l.head.connector) !== mediumOf(l.tail.connector))
      say(`links.${l.id}.tail.connector`, `${l.label}: a coax connector at one end needs one at the other.`);
    if (l.retired) continue;
    if (l.cord && batch) place(l, 'cord.number', `${batch.id}\n${l.cord.number}`, `number ${l.cord.number} of ${batch.name}`); // prettier-ignore
    for (const end of ENDS) {
      const at = l[end];
      const [panel, outlet] = [on.panels.get(at.panel ?? ''), on.outlets.get(at.outlet ?? '')];
      if (panel && at.port !== undefined) {
        if (at.port > panel.ports) say(`links.${l.id}.${end}.port`, `${l.label}: panel ${panel.name} has ${panel.ports} ports, not ${at.port}.`); // prettier-ignore
        place(l, `${end}.port`, `panel\n${panel.id}\n${at.port}`, `port ${at.port} of ${panel.name}`);
      }
      if (outlet && at.position !== undefined) {
        if (at.position > outlet.positions) say(`links.${l.id}.${end}.position`, `${l.label}: outlet ${outlet.name} has ${outlet.positions} positions, not ${at.position}.`); // prettier-ignore
        place(l, `${end}.position`, `outlet\n${outlet.id}\n${at.position}`, `position ${at.position} of outlet ${outlet.name}`); // prettier-ignore
      }
    }
  }
  const active = links.filter((l) => !l.retired);
  for (const d of doubles(active.map((l) => l.label)))
    say(`links.${active[d.at[1]!]!.id}.label`, `${d.at.length} links are called ${d.identifier}: a label belongs to one.`); // prettier-ignore
}

/** How often the plan in a job file was changed: as it says, and never less than its log tells, whoever wrote the file. */
export const revisionOf = ({ job, entries }: Pick<JobFile, 'job' | 'entries'>): number =>
  entries.reduce(
    (most, e) => (e.kind === 'planned' || e.kind === 'moved' ? Math.max(most, e.data.revision) : most),
    job.revision ?? 0,
  );

/** The plan inside a job file. */
export const planOfFile = (file: JobFile): JobPlan => ({
  ...file.job,
  revision: revisionOf(file),
  spaces: file.spaces,
  panels: file.panels,
  outlets: file.outlets,
  floors: file.floors ?? [],
  batches: file.batches ?? [],
  runs: file.runs ?? [],
  links: file.links,
  parts: file.parts,
  legends: file.legends ?? [],
  crew: file.crew,
});

/** Who a change of plan is by where its sender did not say. */
export const NOBODY_SAID = '-';

/** What in a job file contradicts itself: its plan by the rules of every plan, and its log by what it refers to. */
export function jobFileProblems(file: JobFile): PlanProblem[] {
  const at = (path: string): string => {
    // A file's reader counts: the place in the list says more there than the id.
    const list = PLAN_LISTS.find((l) => path.startsWith(`${l}.`));
    if (!list) return path;
    const i = (file[list] ?? []).findLastIndex((x) => path.startsWith(`${list}.${x.id}.`));
    return i < 0 ? path : `${list}.${i}.${path.slice(`${list}.${file[list]![i]!.id}.`.length)}`;
  };
  const problems = planProblems(planOfFile(file)).map((p) => ({ ...p, path: at(p.path) }));
  const say = (path: string, message: string) => void problems.push({ path, message });
  if (RESERVED_JOB_IDS.includes(file.job.id)) say('job.id', `No job may be called "${file.job.id}": its address is the program's own.`); // prettier-ignore
  const links = new Set(file.links.map((l) => l.id));
  const crew = new Set(file.crew.map((p) => p.id));
  const ids = new Set<string>();
  file.entries.forEach((e, i) => {
    if (ids.has(e.id)) say(`entries.${i}.id`, `"${e.id}" stands here twice.`);
    ids.add(e.id);
    if (e.job !== file.job.id) say(`entries.${i}.job`, `This entry belongs to the job "${e.job}".`);
    if (ofLink(e) && !links.has(e.link)) say(`entries.${i}.link`, `There is no link "${e.link}".`);
    if (!crew.has(e.by) && !(e.kind === 'planned' && e.by === NOBODY_SAID)) say(`entries.${i}.by`, `Nobody in the crew is "${e.by}".`); // prettier-ignore
  });
  return problems;
}
