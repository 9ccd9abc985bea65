import type { JobPlan, Link, Panel, Space } from '../model/job';
import type { ScheduleRow } from './sheet';
import { MOST_PORTS, MOST_POSITIONS } from '../model/limits';

/** What an outlet is called where nobody named it. */
const USUAL_OUTLET = '1';
/** What a closet is called where a schedule names none and the job has none. */
const USUAL_CLOSET = 'Closet';

/** Sizes panels come in. */
export const PANEL_SIZES = [12, 24, 48, 96] as const;
/** A new panel has so many ports where nobody says otherwise. Common practice: 24 a rack unit. */
const USUAL_PORTS = 24;
/** The smallest size of a panel that has this port; undefined past the largest. */
export const sizeFor = (port: number, least: number = USUAL_PORTS): number | undefined =>
  PANEL_SIZES.find((n) => n >= Math.max(port, least));

/** Names as names are compared. */
export const norm = (s: string): string => s.trim().toLowerCase();
const key = (a: string, b: string) => `${norm(a)}\n${norm(b)}`;
/** The key of a panel by the names of its closet and its own. */
export const panelKeyOf = key;

/** Closets, panels and outlets by the names a schedule gives them, and who holds which port and position. */
export class Places {
  private readonly panels = new Map<string, Panel>();
  private readonly closetsOfPanel = new Map<string, string[]>();
  private readonly closets: readonly Space[];
  private readonly outletKeys = new Map<string, string>();
  private readonly outletsOfRoom = new Map<string, string[]>();
  private readonly ports = new Map<string, Map<number, string>>();
  private readonly positions = new Map<string, Map<number, string>>();
  private readonly given = new Map<string, string>();

  /** `others` are the links of the job that the schedule says nothing of: they keep their places. `sizes` are panels a person gave a size. */
  constructor(
    plan: JobPlan,
    rows: readonly ScheduleRow[],
    others: readonly Link[],
    private readonly sizes: ReadonlyMap<string, number> = new Map(),
  ) {
    const spaces = new Map(plan.spaces.map((s) => [s.id, s]));
    this.closets = plan.spaces.filter((s) => s.kind === 'closet' && !s.retired);
    const panelKeys = new Map<string, string>();
    for (const p of plan.panels) {
      if (p.retired) continue;
      const closet = spaces.get(p.space)!.name;
      panelKeys.set(p.id, key(closet, p.name));
      this.panels.set(key(closet, p.name), p);
      this.closetsOfPanel.set(norm(p.name), [...(this.closetsOfPanel.get(norm(p.name)) ?? []), closet]);
    }
    for (const o of plan.outlets) {
      if (o.retired) continue;
      const room = spaces.get(o.space)!.name;
      this.outletKeys.set(o.id, key(room, o.name));
      this.outletsOfRoom.set(norm(room), [...(this.outletsOfRoom.get(norm(room)) ?? []), o.name]);
    }
    for (const r of rows)
      if (r.head_panel && r.head_closet && !this.given.has(norm(r.head_panel)))
        this.given.set(norm(r.head_panel), r.head_closet);
    for (const l of others) {
      const { panel, port } = l.head;
      if (panel !== undefined && port !== undefined) this.takePort(panelKeys.get(panel) ?? '', port, l.label);
      for (const { outlet, position } of [l.head, l.tail])
        if (outlet !== undefined && position !== undefined)
          this.takePosition(this.outletKeys.get(outlet) ?? '', position, l.label);
    }
  }

  /** The closet a panel hangs in: as given, as the job has it, or as other rows say. `unsure` says why one must choose. */
  closetOf(panel: string, given: string): { closet: string; unsure?: string } {
    if (given) return { closet: given };
    const known = this.closetsOfPanel.get(norm(panel)) ?? [];
    if (known.length > 1)
      return { closet: known[0]!, unsure: `Panel ${panel} hangs in ${known.join(' and in ')}.` };
    const said = known[0] ?? this.given.get(norm(panel));
    if (said) return { closet: said };
    if (this.closets.length > 1)
      return { closet: this.closets[0]!.name, unsure: `Panel ${panel} is new, and the job has ${this.closets.length} closets.` }; // prettier-ignore
    return { closet: this.closets[0]?.name ?? USUAL_CLOSET };
  }
  panelKey(closet: string, panel: string): string {
    return key(closet, panel);
  }
  /** Ports of a panel that is there or was given a size; null for a new one. */
  portsOf(panelKey: string): number | null {
    return this.sizes.get(panelKey) ?? this.panels.get(panelKey)?.ports ?? null;
  }
  outletKey(room: string, outlet: string): string {
    return key(room, outlet);
  }
  /** The outlet a room's links end at where none is named: its only one. */
  usualOutlet(room: string): string {
    const known = this.outletsOfRoom.get(norm(room)) ?? [];
    return known.length === 1 ? known[0]! : USUAL_OUTLET;
  }
  isAt(link: Link, outletKey: string): boolean {
    return link.tail.outlet !== undefined && this.outletKeys.get(link.tail.outlet) === outletKey;
  }

  /** Takes a port; the label of who has it already, or null. */
  takePort(panelKey: string, port: number, label: string): string | null {
    return take(this.ports, panelKey, port, label);
  }
  takePosition(outletKey: string, position: number, label: string): string | null {
    return take(this.positions, outletKey, position, label);
  }
  /** A free port of a panel, each offered once; null where none is left. */
  freePort(panelKey: string): number | null {
    return free(this.ports, panelKey, this.portsOf(panelKey) ?? MOST_PORTS);
  }
  freePosition(outletKey: string): number | null {
    return free(this.positions, outletKey, MOST_POSITIONS);
  }
}

type Taken = Map<string, Map<number, string>>;
const of = (taken: Taken, at: string): Map<number, string> => {
  const there = taken.get(at) ?? new Map<number, string>();
  taken.set(at, there);
  return there;
};
function take(taken: Taken, at: string, n: number, label: string): string | null {
  const there = of(taken, at);
  const other = there.get(n);
  if (other !== undefined) return other;
  there.set(n, label);
  return null;
}
function free(taken: Taken, at: string, most: number): number | null {
  const there = of(taken, at);
  for (let n = 1; n <= most; n++)
    if (!there.has(n)) {
      there.set(n, '');
      return n;
    }
  return null;
}
