import { classOf, mediumOf } from '../wiring/connector';
import type { JobPlan, Link } from '../model/job';
import type { ScheduleRow } from './sheet';
import type { ConnectorFamily } from '../wiring/connector';
import type { Order, Scheme } from '../wiring/schemes';
import { connector, metres, orderOf, schemeOf, whole, type Say } from './cells';
import type { ScheduleColumn } from './columns';
import { floorNamed } from './floor';
import { connectorMeant, isUndecided, namesCoax } from './meant';
import { MOST_PORTS, MOST_POSITIONS } from '../model/limits';
import { sizeFor, type Places } from './places';

/**
 * A row as it was understood. Names are as written; `closet`, `panel`, `room` and `outlet` may be new. Without a panel
 * its head hangs on nothing in the space called `closet`, without an outlet its tail on nothing in `room`.
 */
export interface ReadRow {
  row: number;
  /** The link of the job that this row is about, where there is one. */
  existing: Link | null;
  label: string;
  closet: string;
  panel: string;
  port: number;
  room: string;
  outlet: string;
  position: number;
  cable: string;
  scheme?: Scheme;
  ordered: Order;
  lengthMetres?: number;
  head: ConnectorFamily;
  tail: ConnectorFamily;
  note?: string;
  /** The floor the room is on, where the schedule says so. */
  floor?: number;
  /** What the sender keeps beside, by the names of its columns. */
  own?: Readonly<Record<string, string>>;
}

/** A row while it is checked, with the keys of its panel and outlet; empty where they are not known. */
export type DraftRow = ReadRow & { panelKey: string; outletKey: string };

/** Reads one row, saying what is bad in it; what cannot be read is left empty or at its usual. */
export function readRow(
  row: ScheduleRow,
  i: number,
  existing: Link | null,
  plan: JobPlan,
  places: Places,
  say: Say,
): DraftRow {
  const text = (column: ScheduleColumn, most: number): string => {
    const value = row[column] ?? '';
    if (value.length > most)
      say({ row: i, column, message: `${value.length} letters are too many here: at most ${most}.`, mend: { value: value.slice(0, most), says: `cut it to ${most}` } }); // prettier-ignore
    return value.slice(0, most);
  };
  // A row that names its link by id is the whole of it; one found by its label leaves out what stays as it is.
  const fallback = row.id ? null : existing;
  const panel = text('head_panel', 120);
  const room = text('tail_room', 120);
  let port = 0;
  let panelKey = '';
  let closet = '';
  const headSpace = text('head_closet', 120);
  if (existing?.cord)
    say({ row: i, column: 'link', message: `${existing.label} is a cord of a batch: give this link another label.` }); // prettier-ignore
  if (!panel && row.head_port)
    say({ row: i, column: 'head_panel', message: 'The panel is missing: name the one this link hangs on.', kind: 'missing' }); // prettier-ignore
  else if (!panel && !headSpace && existing?.head.outlet === undefined)
    say({ row: i, column: 'head_panel', message: 'The panel is missing: name the one this link hangs on, or the space its head ends in.' }); // prettier-ignore
  else if (!panel) closet = headSpace;
  else {
    const found = places.closetOf(panel, headSpace);
    closet = found.closet;
    if (found.unsure)
      say({ row: i, column: 'head_closet', message: `${found.unsure} Say which closet it is.`, mend: { value: closet, says: `take ${closet}` } }); // prettier-ignore
    panelKey = places.panelKey(closet, panel);
    const ports = places.portsOf(panelKey);
    port =
      whole(row, i, 'head_port', 'port', ports ?? MOST_PORTS, say, (n) => {
        const fits = sizeFor(n);
        const message = ports === null ? `A panel has at most ${MOST_PORTS} ports, not ${n}.` : `Panel ${panel} has ${ports} ports, not ${n}.`; // prettier-ignore
        const kind = 'past the ports';
        return ports === null || !fits ? { message, kind } : { message, kind, enlarge: { panel: panelKey, ports: fits, says: `make ${panel} a panel of ${fits}` } }; // prettier-ignore
      }) ?? 0;
    if (!row.head_port) say({ row: i, column: 'head_port', message: 'The port is missing.' });
  }
  if (!room) say({ row: i, column: 'tail_room', message: 'The room is missing: name where this link ends.', kind: 'missing' });
  else if (isUndecided(room)) say({ row: i, column: 'tail_room', message: `“${room}” is not a room yet: name it, or leave the row out until it is decided.` }); // prettier-ignore
  const floor = row.tail_floor ? floorNamed(row.tail_floor) : undefined;
  if (floor === null) say({ row: i, column: 'tail_floor', message: `“${row.tail_floor!.slice(0, 30)}” is not a floor: write its number, 0 for the ground floor.` }); // prettier-ignore
  // `1A` is plate 1, position A, where no column names the plate.
  const namedOutlet = text('tail_outlet', 120) || (/^(\d{1,3})\s*[-./]?\s*[a-h]$/i.exec(row.tail_position ?? '')?.[1] ?? ''); // prettier-ignore
  const free = !namedOutlet && !row.tail_position && endsFree(row, existing);
  const outlet = namedOutlet || (room && !free ? places.usualOutlet(room) : '');
  const outletKey = room && !free ? places.outletKey(room, outlet) : '';
  const position =
    whole(row, i, 'tail_position', 'position', MOST_POSITIONS, say, (n) => ({ message: `An outlet has at most ${MOST_POSITIONS} positions, not ${n}.` }), true) ??
    (existing && places.isAt(existing, outletKey) ? (existing.tail.position ?? 0) : 0); // prettier-ignore
  const label = text('link', 120);
  if (!label) {
    const byPort = panel && port ? `${panel}-${String(port).padStart(2, '0')}` : '';
    say({ row: i, column: 'link', message: 'The link has no label.', ...(byPort ? { mend: { value: byPort, says: `call it ${byPort}` } } : {}) }); // prettier-ignore
  }
  const cable = text('cable', 80) || fallback?.cable || '';
  const coax = namesCoax(cable);
  const head = connector(row, i, 'head_connector', existing?.head.connector ?? (coax ? 'coax-compression' : panel ? 'patch-panel' : 'punch-down-jack'), say); // prettier-ignore
  const tail = connector(row, i, 'tail_connector', existing?.tail.connector ?? (coax ? 'coax-compression' : 'punch-down-jack'), say); // prettier-ignore
  if (mediumOf(head) !== mediumOf(tail))
    say({ row: i, column: (mediumOf(head) === 'coax') ? 'tail_connector' : 'head_connector', message: 'A coax connector at one end needs one at the other.', mend: { value: 'coax-compression', says: 'make it coax at both' } }); // prettier-ignore
  const note = text('note', 400) || fallback?.note;
  const own = row.own ?? fallback?.own;
  const scheme = schemeOf(row, i, plan, say) ?? fallback?.scheme;
  const lengthMetres =
    metres(row, i, say, existing?.lengthMetres) ?? (row.length_m ? undefined : fallback?.lengthMetres);
  return {
    row: i, existing, label, closet, panel, port, room, outlet, position, cable, head, tail, panelKey, outletKey,
    ordered: orderOf(row, i, say) ?? existing?.ordered ?? 'straight',
    ...(scheme ? { scheme } : {}),
    ...(lengthMetres ? { lengthMetres } : {}),
    ...(note ? { note } : {}),
    ...(typeof floor === 'number' ? { floor } : {}),
    ...(own ? { own } : {}),
  }; // prettier-ignore
}

/** Whether a row that names no outlet means a tail that hangs on none: it did before, or a plug goes straight into a device. */
function endsFree(row: ScheduleRow, existing: Link | null): boolean {
  if (existing) return existing.tail.space !== undefined;
  const meant = row.tail_connector && connectorMeant(row.tail_connector);
  return Boolean(meant) && mediumOf(meant as ConnectorFamily) !== 'coax' && classOf(meant as ConnectorFamily) === 'plug'; // prettier-ignore
}
