import { cutLength } from '../bench/cut-length';
import { GUIDES } from '../bench/families';
import { DEFAULT_COSTS } from '../model/costs';
import { cutMetres } from '../cords/cut-list';
import { USUAL_SLACK_MM } from '../log/slack';
import type { LinkStatus } from '../log/state';
import type { JobPlan, Link } from '../model/job';
import { whereabouts } from '../plan/whereabouts';
import { enoughFor } from '../statistics/rates';
import { ENDS } from '../wiring/conductors';
import { classOf, CONNECTOR_FAMILIES, FAMILY_NAMES, type ConnectorFamily } from '../wiring/connector';
import type { RunToCut } from './boxes';

/** One kind of thing a job takes: how many in all, how many are in already, how many are left, and how many more to take along. */
export interface KitItem {
  kind: 'connector' | 'boot' | 'plate' | 'panel' | 'label';
  name: string;
  all: number;
  done: number;
  left: number;
  spare: number;
}
/** Cable of one kind: what is still to be cut, run by run. */
export interface KitCable {
  name: string;
  allMetres: number;
  leftMetres: number;
  runs: RunToCut[];
  /** Links whose length nobody gave: nothing is counted for them. */
  unknown: number;
}
/** What a part of a job takes. */
export interface Kit {
  items: KitItem[];
  cables: KitCable[];
  /** Minutes of terminating and proving still to be done, without walks. The program's own costs. */
  minutes: number;
}

/** How one's own ends went: how many were redone, of how many. */
export interface RedoneSoFar {
  redone: number;
  of: number;
}

/** What the catalogue takes for granted of a crew of which nothing is known: one end in twenty-five is done again. */
const UNKNOWN_CREW: RedoneSoFar = { redone: 1, of: 25 };
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

/**
 * What links take, and what of it is done: connectors with as many spares as suffice with nineteen chances in twenty by
 * the crew's own redos so far, boots, plates, panels, cable run by run. `links` are those of the part that is asked for.
 */
export function takeOff(plan: JobPlan, links: readonly Link[], statusOf: (id: string) => LinkStatus): Kit {
  const where = whereabouts(plan);
  const redone = redoneSoFar(plan.links, statusOf);
  const bare = (l: Link, end: 'head' | 'tail') => statusOf(l.id)[end].state === 'bare';
  const items: KitItem[] = [];
  const add = (kind: KitItem['kind'], name: string, all: number, done: number, spare = 0) => {
    if (all) items.push({ kind, name, all, done, left: all - done, spare });
  };
  let minutes = 0;
  for (const family of CONNECTOR_FAMILIES) {
    const ends = links.flatMap((l) => ENDS.filter((e) => l[e].connector === family).map((e) => ({ l, e })));
    const left = ends.filter(({ l, e }) => bare(l, e)).length;
    const known = redone.get(family) ?? { redone: 0, of: 0 };
    // A panel's port is not used up by a redo: it is punched again.
    const spare = family === 'patch-panel' ? 0 : enoughFor(left, known.redone + UNKNOWN_CREW.redone, known.of + UNKNOWN_CREW.of, SPARES_SUFFICE);
    add('connector', FAMILY_NAMES[family], ends.length, ends.length - left, spare);
    const { redoPlug, redoJack, redoCore } = DEFAULT_COSTS;
    minutes += left * { plug: redoPlug, jack: redoJack, core: redoCore }[classOf(family)];
  }
  const proven = (l: Link) => ENDS.every((e) => statusOf(l.id)[e].state === 'proven');
  minutes += links.filter((l) => !proven(l)).length * DEFAULT_COSTS.prove;
  const booted = links.filter((l) => l.cord && plan.batches.find((b) => b.id === l.cord!.batch)?.boots);
  add('boot', 'boots', 2 * booted.length, booted.reduce((n, l) => n + ENDS.filter((e) => !bare(l, e)).length, 0));
  const outlets = new Map<string, boolean>();
  const panels = new Map<string, { name: string; done: boolean }>();
  for (const l of links) {
    const { head, tail } = where(l);
    for (const [spot, end] of [[head, 'head'], [tail, 'tail']] as const) {
      if (spot.outlet) outlets.set(spot.outlet.id, (outlets.get(spot.outlet.id) ?? false) || !bare(l, end));
      if (spot.panel) {
        const { id, ports } = spot.panel;
        panels.set(id, { name: `panel of ${ports} ports`, done: (panels.get(id)?.done ?? false) || !bare(l, end) });
      }
    }
  }
  add('plate', 'outlet plates', outlets.size, [...outlets.values()].filter(Boolean).length);
  for (const name of new Set([...panels.values()].map((p) => p.name))) {
    const of = [...panels.values()].filter((p) => p.name === name);
    add('panel', name, of.length, of.filter((p) => p.done).length);
  }
  add('label', 'cable labels, one an end', 2 * links.length, 0);
  const cables = new Map<string, KitCable>();
  for (const l of links) {
    const name = l.cable || 'cable not named';
    const cable = cables.get(name) ?? { name, allMetres: 0, leftMetres: 0, runs: [], unknown: 0 };
    cables.set(name, cable);
    if (l.lengthMetres === undefined) {
      cable.unknown++;
      continue;
    }
    const slack = { head: l.head.slackMm ?? plan.policy.slackMm ?? USUAL_SLACK_MM, tail: l.tail.slackMm ?? plan.policy.slackMm ?? USUAL_SLACK_MM };
    const metres = l.cord ? cutMetres(l.lengthMetres) : cutLength(l.lengthMetres * 1000, slack, { head: GUIDES[l.head.connector], tail: GUIDES[l.tail.connector] }).totalMm / 1000;
    cable.allMetres += metres;
    // A cable that ends anywhere is cut already.
    if (ENDS.every((e) => bare(l, e))) {
      cable.leftMetres += metres;
      cable.runs.push({ label: l.label, metres });
    }
  }
  return { items, cables: [...cables.values()].sort((a, b) => b.leftMetres - a.leftMetres), minutes };
} // prettier-ignore
