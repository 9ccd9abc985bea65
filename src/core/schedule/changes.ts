import { isShielded } from '../model/cable-named';
import type { JobPlan, Link, LinkEnd, Outlet, Panel, Space } from '../model/job';
import type { PlanChanges } from '../model/plan-changes';
import type { ScheduleRow } from './sheet';
import { NewIds, slugOf } from '../plan/new-ids';
import { floorOfRoom } from './floor';
import { norm, panelKeyOf, sizeFor } from './places';
import type { ReadRow } from './row';
import { whereabouts } from '../plan/whereabouts';

/** Spaces that nobody placed are drawn in rows of so many, so far apart, in metres. */
const SPACES_A_ROW = 6;
const SPACE_APART = 8;
/** What a space takes on the plan until somebody draws it, in metres. */
export const USUAL_SPACE = { room: { width: 6, depth: 5 }, closet: { width: 3, depth: 3 } } as const;

/** What a schedule would change, counted. */
export interface ScheduleChanges {
  changes: PlanChanges;
  added: number;
  changed: number;
  same: number;
  /** Spaces, panels and outlets that are new, by name. */
  newSpaces: string[];
  newPanels: NewPanel[];
  newOutlets: number;
}

/** A panel a schedule brings: its key, its names, how many ports it gets and which is the highest in use. */
export interface NewPanel {
  key: string;
  name: string;
  closet: string;
  ports: number;
  highest: number;
}

/** The changes of a plan that take checked rows in: new closets, panels, rooms and outlets come with them. */
export function scheduleChanges(
  rows: readonly ReadRow[],
  plan: JobPlan,
  sizes: ReadonlyMap<string, number> = new Map(),
): ScheduleChanges {
  const build = new Build(plan, closetFloors(rows), sizes);
  const put: Link[] = [];
  let [added, changed, same] = [0, 0, 0];
  for (const r of rows) {
    const link = build.link(r);
    if (!r.existing) added++;
    else if (sameLink(r.existing, link)) {
      same++;
      continue;
    } else changed++;
    put.push(link);
  }
  return {
    changes: {
      put: {
        spaces: build.spaces.written(),
        panels: build.panels.written(),
        outlets: build.outlets.written(),
        links: put,
      },
    },
    added,
    changed,
    same,
    newSpaces: build.spaces.fresh.map((s) => s.name),
    newPanels: [...build.newPanels.values()],
    newOutlets: build.outlets.fresh.length,
  };
}

const sorted = (x: unknown): unknown =>
  x && typeof x === 'object'
    ? Object.fromEntries(
        Object.entries(x)
          .filter(([, v]) => v !== undefined)
          .sort(([a], [b]) => (a < b ? -1 : 1))
          .map(([k, v]) => [k, sorted(v)]),
      )
    : x;
const sameLink = (a: Link, b: Link) => JSON.stringify(sorted(a)) === JSON.stringify(sorted(b));

/** Things of one kind by a key of their names; new or changed ones are remembered. */
class Shelf<T extends { id: string }> {
  private readonly byKey = new Map<string, T>();
  private readonly touched = new Set<string>();
  readonly fresh: T[] = [];
  constructor(list: readonly T[], keyOf: (x: T) => string) {
    for (const x of list) this.byKey.set(keyOf(x), x);
  }
  get(key: string): T | undefined {
    return this.byKey.get(key);
  }
  set(key: string, item: T): T {
    if (!this.byKey.has(key)) this.fresh.push(item);
    this.byKey.set(key, item);
    this.touched.add(key);
    return item;
  }
  written(): T[] {
    return [...this.touched].map((k) => this.byKey.get(k)!);
  }
}

class Build {
  readonly spaces: Shelf<Space>;
  readonly panels: Shelf<Panel>;
  readonly outlets: Shelf<Outlet>;
  private readonly ids: Record<'space' | 'panel' | 'outlet' | 'link', NewIds>;
  private readonly perFloor = new Map<number, number>();
  private panelOrder: number;

  constructor(
    private readonly plan: JobPlan,
    private readonly closetFloors: ReadonlyMap<string, number>,
    private readonly sizes: ReadonlyMap<string, number>,
  ) {
    const active = <T extends { retired?: true | undefined }>(list: readonly T[]) => list.filter((x) => !x.retired); // prettier-ignore
    this.spaces = new Shelf(active(plan.spaces), (s) => `${s.kind}\n${norm(s.name)}`);
    this.panels = new Shelf(active(plan.panels), (p) => `${p.space}\n${norm(p.name)}`);
    this.outlets = new Shelf(active(plan.outlets), (o) => `${o.space}\n${norm(o.name)}`);
    this.ids = {
      space: new NewIds(plan.spaces.map((s) => s.id)),
      panel: new NewIds(plan.panels.map((p) => p.id)),
      outlet: new NewIds(plan.outlets.map((o) => o.id)),
      link: new NewIds(plan.links.map((l) => l.id)),
    };
    this.panelOrder = Math.max(-1, ...plan.panels.map((p) => p.order));
    for (const s of plan.spaces) this.perFloor.set(s.floor, (this.perFloor.get(s.floor) ?? 0) + 1);
  }

  private space(kind: Space['kind'], name: string, said?: number): Space {
    const there = this.spaces.get(`${kind}\n${norm(name)}`);
    // A link may end in another closet: a space is looked for under its name first, whatever it is.
    const other = kind === 'room' ? this.spaces.get(`closet\n${norm(name)}`) : undefined;
    const known = (there ?? other)!;
    if (known && (said === undefined || known.floor === said)) return known;
    if (known) return this.spaces.set(`${known.kind}\n${norm(name)}`, { ...known, floor: said! });
    const floor = said ?? (kind === 'room' ? floorOfRoom(name) : this.closetFloors.get(norm(name))) ?? 0;
    const n = this.perFloor.get(floor) ?? 0;
    this.perFloor.set(floor, n + 1);
    return this.spaces.set(`${kind}\n${norm(name)}`, {
      id: this.ids.space.give(slugOf(name)),
      name: name.trim(),
      kind,
      floor,
      x: (n % SPACES_A_ROW) * SPACE_APART,
      y: Math.floor(n / SPACES_A_ROW) * SPACE_APART,
    });
  }

  /** Panels that are new, by their keys. */
  readonly newPanels = new Map<string, NewPanel>();

  private panel(closet: Space, name: string, port: number): Panel {
    const key = `${closet.id}\n${norm(name)}`;
    const said = panelKeyOf(closet.name, name);
    const there = this.panels.get(key);
    const fresh = this.newPanels.get(said);
    if (there && !fresh) {
      const ports = Math.max(there.ports, this.sizes.get(said) ?? 0);
      return ports === there.ports ? there : this.panels.set(key, { ...there, ports });
    }
    const highest = Math.max(fresh?.highest ?? 0, port);
    const ports = Math.max(this.sizes.get(said) ?? 0, sizeFor(highest, this.sizes.has(said) ? 1 : undefined)!); // prettier-ignore
    this.newPanels.set(said, { key: said, name: name.trim(), closet: closet.name, ports, highest });
    if (there) return there.ports === ports ? there : this.panels.set(key, { ...there, ports });
    const id = this.ids.panel.give(name.trim().slice(0, 60));
    return this.panels.set(key, { id, name: name.trim(), space: closet.id, ports, order: ++this.panelOrder });
  }

  private outlet(room: Space, name: string, position: number): Outlet {
    const key = `${room.id}\n${norm(name)}`;
    const there = this.outlets.get(key);
    if (there && there.positions >= position) return there;
    if (there) return this.outlets.set(key, { ...there, positions: position });
    const id = this.ids.outlet.give(slugOf(`${room.id}-${name}`));
    return this.outlets.set(key, { id, name: name.trim(), space: room.id, positions: position });
  }

  /** What the head of a row hangs on; of one that stands on an outlet already and names no other place, that. */
  private headPlace(r: ReadRow): Partial<LinkEnd> {
    if (r.panel) {
      const panel = this.panel(this.space('closet', r.closet), r.panel, r.port);
      return { panel: panel.id, port: r.port };
    }
    const { outlet, position } = r.existing?.head ?? {};
    return r.closet ? { space: this.space('room', r.closet).id } : { outlet, position };
  }
  private tailPlace(r: ReadRow): Partial<LinkEnd> {
    const room = this.space('room', r.room, r.floor);
    return r.outlet
      ? { outlet: this.outlet(room, r.outlet, r.position).id, position: r.position }
      : { space: room.id };
  }

  link(r: ReadRow): Link {
    const before = r.existing;
    const head = this.headPlace(r);
    const tail = this.tailPlace(r);
    const shielded =
      before && before.cable === r.cable ? before.shielded : isShielded(r.cable, this.plan.parts);
    const kept: Partial<Link> = { ...before };
    delete kept.scheme;
    delete kept.lengthMetres;
    delete kept.note;
    delete kept.own;
    return {
      ...kept,
      id: before?.id ?? this.ids.link.give(r.label.slice(0, 60)),
      label: r.label,
      head: { ...head, ...slackOf(before?.head), connector: r.head },
      tail: { ...tail, ...slackOf(before?.tail), connector: r.tail },
      ordered: r.ordered,
      shielded,
      cable: r.cable,
      ...(r.scheme ? { scheme: r.scheme } : {}),
      ...(r.lengthMetres ? { lengthMetres: r.lengthMetres } : {}),
      ...(r.note ? { note: r.note } : {}),
      ...(r.own && Object.keys(r.own).length ? { own: { ...r.own } } : {}),
    };
  }
}

const slackOf = (end: LinkEnd | undefined): Partial<LinkEnd> =>
  end?.slackMm === undefined ? {} : { slackMm: end.slackMm };

/** The floor of each closet of a schedule: that of most of the rooms it serves. */
function closetFloors(rows: readonly ReadRow[]): Map<string, number> {
  const served = new Map<string, Map<number, number>>();
  for (const r of rows) {
    const floors = served.get(norm(r.closet)) ?? new Map<number, number>();
    served.set(norm(r.closet), floors);
    const floor = r.floor ?? floorOfRoom(r.room) ?? 0;
    floors.set(floor, (floors.get(floor) ?? 0) + 1);
  }
  return new Map(
    [...served].map(([closet, floors]) => [closet, [...floors].sort((a, b) => b[1] - a[1])[0]![0]]),
  );
}

/** Links of a plan as rows of a schedule; cords stand in none. Spaces are written as their names. */
export function scheduleOf(plan: JobPlan, links: readonly Link[]): ScheduleRow[] {
  const where = whereabouts(plan);
  return links
    .filter((l) => !l.cord)
    .map((l): ScheduleRow => {
      const { head, tail } = where(l);
      return {
        id: l.id,
        link: l.label,
        ...(head.space && !head.outlet ? { head_closet: head.space.name } : {}),
        ...(head.panel ? { head_panel: head.panel.name, head_port: String(head.port) } : {}),
        ...(tail.space ? { tail_room: tail.space.name } : {}),
        ...(tail.outlet ? { tail_outlet: tail.outlet.name, tail_position: String(tail.position) } : {}),
        cable: l.cable,
        ordered: l.ordered,
        head_connector: l.head.connector,
        tail_connector: l.tail.connector,
        ...(l.scheme ? { scheme: l.scheme } : {}),
        ...(l.lengthMetres ? { length_m: String(l.lengthMetres) } : {}),
        ...(l.note ? { note: l.note } : {}),
        ...(tail.space ? { tail_floor: String(tail.space.floor) } : {}),
        ...(l.own ? { own: l.own } : {}),
      };
    });
}
