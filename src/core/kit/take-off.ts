import { cutMetres } from '../cords/cut-list';
import { cutBackMm } from '../log/cut-back';
import { LABEL_SHEETS, type LabelSheet } from '../labels/label-sheet';
import type { PrintedLabels } from '../labels/printed';
import type { LinkStatus } from '../log/state';
import type { JobPlan, Link } from '../model/job';
import { whereabouts, type Whereabouts } from '../plan/whereabouts';
import { runAlongPlan } from '../run/along-plan';
import { cutFor, takesOfRun } from '../run/takes';
import { layRun } from '../run/way';
import { enoughFor, timesInARow } from '../statistics/rates';
import { ENDS } from '../wiring/conductors';
import { toolsFor } from './tools';
import { CONNECTOR_FAMILIES, FAMILY_NAMES, type ConnectorFamily } from '../wiring/connector';
import type { CableToCut } from './boxes';

/** One kind of thing a job takes: how many in all, how many are in already, how many are left, and how many more to take along. */
export interface KitItem {
  kind: 'connector' | 'boot' | 'plate' | 'panel' | 'label' | 'fixing';
  name: string;
  all: number;
  done: number;
  left: number;
  spare: number;
}
/** Cable of one kind: what is still to be cut, link by link. */
export interface KitCable {
  name: string;
  allMetres: number;
  leftMetres: number;
  cuts: CableToCut[];
  /** Links whose length nobody gave and that no run or plan of spaces tells: nothing is counted for them. */
  unknown: number;
  /** Links whose length is reckoned from the plan of spaces alone, with the range it may have: not counted either. */
  reckoned?: { links: number; low: number; high: number };
}
/** What a part of a job takes. */
export interface Kit {
  items: KitItem[];
  cables: KitCable[];
  /** What it is done with, for the ends and runs that are left. */
  tools: string[];
  /** Slack to leave at ends that are still bare, by family. */
  slack: KitSlack[];
}
/** How many redos an end should have slack for, and how much that is. */
export interface KitSlack {
  name: string;
  redos: number;
  mm: number;
}

/** How one's own ends went: how many were redone, of how many. */
export interface RedoneSoFar {
  redone: number;
  of: number;
}

/** What the catalogue takes for granted of a crew of which nothing is known: one end in twenty-five is done again. */
export const UNKNOWN_CREW: RedoneSoFar = { redone: 1, of: 25 };
/** The chance that the spares suffice. Our judgement. */
export const SPARES_SUFFICE = 0.95;

/** How many ends of each family were done again so far. */
export function redoneSoFar(links: readonly Link[], statusOf: (id: string) => LinkStatus): Map<ConnectorFamily, RedoneSoFar> {
  const out = new Map<ConnectorFamily, RedoneSoFar>();
  for (const link of links)
    for (const end of ENDS) {
      const { attempt } = statusOf(link.id)[end];
      if (!attempt) continue;
      const family = link[end].connector;
      const { redone, of } = out.get(family) ?? { redone: 0, of: 0 };
      out.set(family, { redone: redone + (attempt - 1), of: of + attempt });
    }
  return out;
} // prettier-ignore

/** A way through the plan of spaces is not the cable's: it may be so much shorter or longer. Our judgement. */
const FROM_SPACES = { low: 0.85, high: 1.3 } as const;

type StatusOf = (id: string) => LinkStatus;
const isBare = (statusOf: StatusOf, l: Link, end: 'head' | 'tail') => statusOf(l.id)[end].state === 'bare';
/** A cable that ends anywhere, or was pulled as far as the log knows, is cut already. */
const isCut = (statusOf: StatusOf, l: Link) =>
  statusOf(l.id).laid !== undefined || ENDS.some((e) => !isBare(statusOf, l, e));

/** What a take-off may be told beside the plan. */
export interface TakeOffOptions {
  /** The chance that the spares suffice. */
  suffice?: number | undefined;
  /** What labels were printed, and the sheet they are printed on. */
  printed?: PrintedLabels | undefined;
  sheet?: Pick<LabelSheet, 'rows' | 'columns'> | undefined;
}

/**
 * What links take, and what of it is done: connectors with as many spares as suffice by the crew's own redos so far,
 * with nineteen chances in twenty or as `suffice` says; boots, plates, panels, what runs are fixed with, cable link by
 * link. `links` are those of the part that is asked for.
 */
export function takeOff(
  plan: JobPlan,
  links: readonly Link[],
  statusOf: StatusOf,
  { suffice = SPARES_SUFFICE, printed = {}, sheet = LABEL_SHEETS[0]!.sheet }: TakeOffOptions = {},
): Kit {
  const where = whereabouts(plan);
  const items: KitItem[] = [
    ...connectors(plan, links, statusOf, suffice),
    ...boots(plan, links, statusOf),
    ...placesOf(links, statusOf, where),
    ...fixings(plan, links, statusOf),
    ...labels(links, printed, sheet),
  ].filter((i) => i.all);
  return {
    items,
    cables: cablesOf(plan, links, statusOf, where),
    tools: toolsOf(plan, links, statusOf),
    slack: slackOf(plan, links, statusOf, suffice),
  };
}

const ON_CABLE = ['cable-head', 'cable-tail'] as const;
/** Labels of cables, one an end, and the sheets they are printed on; what was printed is done. */
function labels(links: readonly Link[], printed: PrintedLabels, { rows, columns }: Pick<LabelSheet, 'rows' | 'columns'>): KitItem[] {
  const all = 2 * links.length;
  const done = links.reduce((n, l) => n + ON_CABLE.filter((spot) => Object.hasOwn(printed, l.id) && printed[l.id]![spot] !== undefined).length, 0);
  const onSheet = rows * columns;
  const sheets = (n: number) => Math.ceil(n / onSheet);
  return [item('label', 'cable labels, one an end', all, done), item('label', `sheets of ${onSheet} labels`, sheets(all), sheets(all) - sheets(all - done))];
} // prettier-ignore

/** Slack an end of each family should be left with: what its redos take, so many as are to be feared. */
function slackOf(plan: JobPlan, links: readonly Link[], statusOf: StatusOf, suffice: number): KitSlack[] {
  const redone = redoneSoFar(plan.links, statusOf);
  return CONNECTOR_FAMILIES.flatMap((family) => {
    if (!links.some((l) => !l.cord && ENDS.some((e) => l[e].connector === family && isBare(statusOf, l, e)))) return [];
    const known = redone.get(family) ?? { redone: 0, of: 0 };
    const redos = timesInARow(known.redone + UNKNOWN_CREW.redone, known.of + UNKNOWN_CREW.of, suffice);
    return [{ name: FAMILY_NAMES[family], redos, mm: redos * cutBackMm(family) }];
  });
} // prettier-ignore

function toolsOf(plan: JobPlan, links: readonly Link[], statusOf: StatusOf): string[] {
  const asked = new Set(links.filter((l) => !isCut(statusOf, l)).map((l) => l.id));
  const runs = plan.runs.filter((r) => !r.retired && r.links.some((id) => asked.has(id))).map((r) => takesOfRun(r, plan, Infinity));
  const holes = runs.flatMap((r) => r.holes);
  return toolsFor(new Set(links.flatMap((l) => ENDS.filter((e) => isBare(statusOf, l, e)).map((e) => l[e].connector))), {
    holes: holes.length,
    clips: runs.reduce((n, r) => n + r.clips.length, 0),
    widestMm: Math.max(0, ...holes.map((h) => h.passMm)),
  });
} // prettier-ignore

const item = (kind: KitItem['kind'], name: string, all: number, done: number, spare = 0): KitItem => ({
  kind,
  name,
  all,
  done,
  left: all - done,
  spare,
});

function connectors(plan: JobPlan, links: readonly Link[], statusOf: StatusOf, suffice: number): KitItem[] {
  const redone = redoneSoFar(plan.links, statusOf);
  return CONNECTOR_FAMILIES.map((family) => {
    const ends = links.flatMap((l) => ENDS.filter((e) => l[e].connector === family).map((e) => ({ l, e })));
    const left = ends.filter(({ l, e }) => isBare(statusOf, l, e)).length;
    const known = redone.get(family) ?? { redone: 0, of: 0 };
    // A panel's port is not used up by a redo: it is punched again.
    const spare = family === 'patch-panel' ? 0 : enoughFor(left, known.redone + UNKNOWN_CREW.redone, known.of + UNKNOWN_CREW.of, suffice);
    return item('connector', FAMILY_NAMES[family], ends.length, ends.length - left, spare);
  });
} // prettier-ignore

function boots(plan: JobPlan, links: readonly Link[], statusOf: StatusOf): KitItem[] {
  const booted = links.filter((l) => l.cord && plan.batches.find((b) => b.id === l.cord!.batch)?.boots);
  return [item('boot', 'boots', 2 * booted.length, booted.reduce((n, l) => n + ENDS.filter((e) => !isBare(statusOf, l, e)).length, 0))];
} // prettier-ignore

function placesOf(links: readonly Link[], statusOf: StatusOf, where: (l: Link) => Whereabouts): KitItem[] {
  const outlets = new Map<string, boolean>();
  const panels = new Map<string, { name: string; done: boolean }>();
  for (const l of links) {
    const { head, tail } = where(l);
    for (const [spot, end] of [
      [head, 'head'],
      [tail, 'tail'],
    ] as const) {
      const done = !isBare(statusOf, l, end);
      if (spot.outlet) outlets.set(spot.outlet.id, (outlets.get(spot.outlet.id) ?? false) || done);
      if (!spot.panel) continue;
      const { id, ports } = spot.panel;
      panels.set(id, { name: `panel of ${ports} ports`, done: (panels.get(id)?.done ?? false) || done });
    }
  }
  return [
    item('plate', 'outlet plates', outlets.size, [...outlets.values()].filter(Boolean).length),
    ...[...new Set([...panels.values()].map((p) => p.name))].map((name) => {
      const of = [...panels.values()].filter((p) => p.name === name);
      return item('panel', name, of.length, of.filter((p) => p.done).length);
    }),
  ];
}

/** Clips, ties and bushings of the runs these links lie in; those of a way in which a cable lies are in already. */
function fixings(plan: JobPlan, links: readonly Link[], statusOf: StatusOf): KitItem[] {
  const asked = new Set(links.map((l) => l.id));
  const byId = new Map(plan.links.map((l) => [l.id, l]));
  const sums = { 'cable clips': [0, 0], 'ties or hooks': [0, 0], bushings: [0, 0] };
  for (const run of plan.runs) {
    if (run.retired || !run.links.some((id) => asked.has(id))) continue;
    const { clips, ties, bushings } = takesOfRun(run, plan, Infinity);
    const laid = run.links.some((id) => byId.has(id) && isCut(statusOf, byId.get(id)!));
    for (const [name, n] of [['cable clips', clips.length], ['ties or hooks', ties], ['bushings', bushings]] as const) {
      sums[name][0]! += n;
      if (laid) sums[name][1]! += n;
    }
  }
  return Object.entries(sums).map(([name, [all, done]]) => item('fixing', name, all!, done!));
} // prettier-ignore

function cablesOf(plan: JobPlan, links: readonly Link[], statusOf: StatusOf, where: (l: Link) => Whereabouts): KitCable[] {
  const cables = new Map<string, KitCable>();
  const ways = new Map(plan.runs.flatMap((r) => (r.retired ? [] : r.links.map((id) => [id, r] as const))));
  for (const l of links) {
    const name = l.cable || 'cable not named';
    const cable = cables.get(name) ?? { name, allMetres: 0, leftMetres: 0, cuts: [], unknown: 0 };
    cables.set(name, cable);
    const run = ways.get(l.id);
    const way = l.lengthMetres ?? (run && run.steps.length ? layRun(run).metres : undefined);
    if (way === undefined) {
      const { head, tail } = where(l);
      if (!head.space || !tail.space || head.space.id === tail.space.id || isCut(statusOf, l)) {
        cable.unknown++;
        continue;
      }
      const { metres } = layRun(runAlongPlan(plan.floors, head.space, tail.space));
      const { links: n, low, high } = cable.reckoned ?? { links: 0, low: 0, high: 0 };
      cable.reckoned = { links: n + 1, low: low + metres * FROM_SPACES.low, high: high + metres * FROM_SPACES.high };
      continue;
    }
    const metres = l.cord ? cutMetres(way) : cutFor(l, way, plan.policy).totalMm / 1000;
    cable.allMetres += metres;
    if (isCut(statusOf, l)) continue;
    cable.leftMetres += metres;
    cable.cuts.push({ label: l.label, metres });
  }
  return [...cables.values()].sort((a, b) => b.leftMetres - a.leftMetres);
} // prettier-ignore
