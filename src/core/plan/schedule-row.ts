import { mediumOf } from '../wiring/connector';
import type { JobPlan, Link } from '../model/job';
import type { ScheduleColumn, ScheduleRow } from './schedule-csv';
import type { ConnectorFamily } from '../wiring/connector';
import type { Order, Scheme } from '../wiring/schemes';
import { connector, metres, orderOf, schemeOf, whole, type Say } from './schedule-cells';
import { MOST_PORTS, MOST_POSITIONS } from '../model/limits';
import type { Places } from './schedule-places';

/** A row as it was understood. Names are as written; `closet`, `panel`, `room` and `outlet` may be new. */
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
  if (!panel)
    say({ row: i, column: 'head_panel', message: 'The panel is missing: name the one this link hangs on.' }); // prettier-ignore
  else {
    const found = places.closetOf(panel, text('head_closet', 120));
    closet = found.closet;
    if (found.unsure)
      say({ row: i, column: 'head_closet', message: `${found.unsure} Say which closet it is.`, mend: { value: closet, says: `take ${closet}` } }); // prettier-ignore
    panelKey = places.panelKey(closet, panel);
    const ports = places.portsOf(panelKey);
    port =
      whole(row, i, 'head_port', 'port', ports ?? MOST_PORTS, say, (n) =>
        ports === null
          ? `A panel has at most ${MOST_PORTS} ports, not ${n}.`
          : `Panel ${panel} has ${ports} ports, not ${n}.`,
      ) ?? 0;
    if (!row.head_port) say({ row: i, column: 'head_port', message: 'The port is missing.' });
  }
  if (!room) say({ row: i, column: 'tail_room', message: 'The room is missing: name where this link ends.' });
  const outlet = text('tail_outlet', 120) || (room ? places.usualOutlet(room) : '');
  const outletKey = room ? places.outletKey(room, outlet) : '';
  const position =
    whole(row, i, 'tail_position', 'position', MOST_POSITIONS, say, (n) => `An outlet has at most ${MOST_POSITIONS} positions, not ${n}.`) ??
    (existing && places.isAt(existing, outletKey) ? existing.tail.position : 0); // prettier-ignore
  const label = text('link', 120);
  if (!label) {
    const byPort = panel && port ? `${panel}-${String(port).padStart(2, '0')}` : '';
    say({ row: i, column: 'link', message: 'The link has no label.', ...(byPort ? { mend: { value: byPort, says: `call it ${byPort}` } } : {}) }); // prettier-ignore
  }
  const cable = text('cable', 80) || fallback?.cable || '';
  const coax = /\bcoax/i.test(cable);
  const head = connector(row, i, 'head_connector', existing?.head.connector ?? (coax ? 'coax-compression' : 'patch-panel'), say); // prettier-ignore
  const tail = connector(row, i, 'tail_connector', existing?.tail.connector ?? (coax ? 'coax-compression' : 'punch-down-jack'), say); // prettier-ignore
  if (mediumOf(head) !== mediumOf(tail))
    say({ row: i, column: (mediumOf(head) === 'coax') ? 'tail_connector' : 'head_connector', message: 'A coax connector at one end wants one at the other.', mend: { value: 'coax-compression', says: 'make it coax at both' } }); // prettier-ignore
  const note = text('note', 400) || fallback?.note;
  const scheme = schemeOf(row, i, plan, say) ?? fallback?.scheme;
  const lengthMetres =
    metres(row, i, say, existing?.lengthMetres) ?? (row.length_m ? undefined : fallback?.lengthMetres);
  return {
    row: i, existing, label, closet, panel, port, room, outlet, position, cable, head, tail, panelKey, outletKey,
    ordered: orderOf(row, i, say) ?? existing?.ordered ?? 'straight',
    ...(scheme ? { scheme } : {}),
    ...(lengthMetres ? { lengthMetres } : {}),
    ...(note ? { note } : {}),
  }; // prettier-ignore
}
