import { cutMetres } from '../cords/cut-list';
import type { LogEntry } from '../model/entry';
import type { JobPlan } from '../model/job';
import { ofLink } from '../model/of-link';
import { FAMILY_NAMES, type ConnectorFamily } from '../wiring/connector';

/** Connectors of a kind: planned, those whose ends are done, and spent by what the log shows. */
export interface UsedConnectors {
  name: string;
  planned: number;
  done: number;
  spent: number;
}
/** Cable of a kind, by what was pulled and cut: metres, and what the plan had for the same links. */
export interface UsedCable {
  name: string;
  links: number;
  metres: number;
  plannedMetres: number;
  /** Links of it among those that have a planned length; the rest is left out of both sums. */
  compared: number;
  comparedMetres: number;
}
/** A box as the log shows it: what was pulled from it, and the last mark that was read there. */
export interface UsedBox {
  name: string;
  cable: string;
  links: string[];
  metres: number;
  lastMark?: string;
  /** What is left in it, where it is known what lay in it; never below none. */
  left?: number;
  /** It has given so much more than lay in it: its size or a mark is wrong. */
  over?: number;
}
/** What was used of a job's material so far. */
export interface Used {
  connectors: UsedConnectors[];
  cables: UsedCable[];
  boxes: UsedBox[];
}

/**
 * What was used against what was planned. A seated end and a redo spend a connector, a slot punched again does not;
 * cable is what was read off its jacket, a cord what it was cut to. `counted` is the log as it counts, in order.
 */
export function usedSoFar(plan: Pick<JobPlan, 'links'>, counted: readonly LogEntry[]): Used {
  const links = new Map(plan.links.map((l) => [l.id, l]));
  const connectors = new Map<ConnectorFamily, UsedConnectors>();
  const of = (family: ConnectorFamily) => {
    const c = connectors.get(family) ?? { name: FAMILY_NAMES[family], planned: 0, done: 0, spent: 0 };
    connectors.set(family, c);
    return c;
  };
  for (const l of plan.links) if (!l.retired) for (const end of [l.head, l.tail]) of(end.connector).planned++;
  const cables = new Map<string, UsedCable>();
  const boxes = new Map<string, UsedBox>();
  const began = new Set<string>();
  /** Takes back what was read off a cable's jacket before it was read again. */
  const again = new Map<string, () => void>();
  const pull = (name: string, metres: number, planned: number | undefined) => {
    const c = cables.get(name) ?? { name, links: 0, metres: 0, plannedMetres: 0, compared: 0, comparedMetres: 0 };
    cables.set(name, c);
    const add = (sign: 1 | -1) => {
      c.links += sign;
      c.metres += sign * metres;
      if (planned === undefined) return;
      c.compared += sign;
      c.comparedMetres += sign * metres;
      c.plannedMetres += sign * planned;
    };
    add(1);
    return () => add(-1);
  };
  for (const e of counted) {
    if (!ofLink(e)) continue;
    const link = links.get(e.link);
    if (!link) continue;
    const cable = link.cable || 'cable not named';
    if ((e.kind === 'seated' || (e.kind === 'redone' && e.data.action === 'redo')) && e.end) {
      const c = of((e.data.connector as ConnectorFamily | undefined) ?? link[e.end].connector);
      c.spent++;
      const key = `${link.id} ${e.end}`;
      if (!began.has(key)) c.done++;
      began.add(key);
      if (link.cord && link.lengthMetres !== undefined && !began.has(link.id)) {
        began.add(link.id);
        pull(cable, cutMetres(link.lengthMetres), cutMetres(link.lengthMetres));
      }
    }
    // The cable before it was used all the same.
    if (e.kind === 'repulled') again.delete(link.id);
    if (e.kind !== 'pulled') continue;
    again.get(link.id)?.();
    const lessCable = pull(cable, e.data.metres, link.lengthMetres);
    again.set(link.id, lessCable);
    if (!e.data.box) continue;
    const key = `${cable}\n${e.data.box}`;
    const box = boxes.get(key) ?? { name: e.data.box, cable, links: [], metres: 0 };
    boxes.set(key, box);
    again.set(link.id, () => {
      lessCable();
      box.metres -= e.data.metres;
      box.links.splice(box.links.lastIndexOf(link.label), 1);
    });
    box.links.push(link.label);
    box.metres += e.data.metres;
    if (e.data.boxMetres !== undefined) box.left = e.data.boxMetres;
    if (e.data.marks) box.lastMark = `${e.data.marks.end} ${e.data.marks.unit}`;
  }
  return {
    connectors: [...connectors.values()].filter((c) => c.planned || c.spent),
    cables: [...cables.values()].filter((c) => c.links),
    boxes: [...boxes.values()].filter((b) => b.links.length).map((b) =>
      b.left === undefined
        ? b
        : { ...b, left: Math.max(0, b.left - b.metres), ...(b.metres > b.left + 0.05 ? { over: b.metres - b.left } : {}) },
    ),
  };
} // prettier-ignore
