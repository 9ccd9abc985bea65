import { distance } from 'fastest-levenshtein';
import { isCoax } from '../bench/seats';
import type { JobPlan, Link } from '../formats/job';
import type { ScheduleColumn, ScheduleRow } from '../formats/schedule-csv';
import { CONNECTOR_FAMILIES, FAMILY_NAMES, type ConnectorFamily } from '../wiring/connector';
import { ORDERS, type Order, type Scheme } from '../wiring/schemes';
import { MOST_PORTS, MOST_POSITIONS, Places } from './schedule-places';

/** Longest permanent link, in metres. TIA-568, from memory. */
export const MOST_LINK_METRES = 90;
/** Longest cable a plan may name, in metres. */
const MOST_METRES = 500;
/** Metres in an international foot: exact. */
const FOOT_METRES = 0.3048;

/** A bad cell of a schedule: why, the obvious mend where there is one, and whether it may be kept as it is. */
export interface CellProblem {
  row: number;
  column: ScheduleColumn;
  message: string;
  mend?: { value: string; says: string };
  /** It is against the rule, but a person may mean it: what keeping it says. */
  keep?: string;
}

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

/** What a schedule holds: rows that can be taken in, and what is wrong with the others. */
export interface ScheduleCheck {
  good: ReadRow[];
  problems: CellProblem[];
  /** Rows that are not good: what is wrong with one may be said once for several. */
  bad: ReadonlySet<number>;
}

/** The name under which a cell that is kept as it is, is remembered. */
export const keptCell = (row: number, column: ScheduleColumn, value: string): string =>
  `${row} ${column} ${value}`;

/** Checks rows of a schedule against each other and against the job they are for. `kept` are cells that are meant so, `lines` what rows are called. */
export function checkSchedule(
  rows: readonly ScheduleRow[],
  plan: JobPlan,
  kept: ReadonlySet<string> = new Set(),
  lines: readonly number[] = [],
): ScheduleCheck {
  const rowName = (i: number) => `row ${lines[i] ?? i + 1}`;
  const problems: CellProblem[] = [];
  const bad = new Set<number>();
  const unsure = new Set<string>();
  const say = (p: CellProblem) => {
    if (p.keep && kept.has(keptCell(p.row, p.column, rows[p.row]![p.column] ?? ''))) return;
    bad.add(p.row);
    // One choice of a closet settles all rows of its panel.
    if (p.column === 'head_closet' && p.mend) {
      const panel = (rows[p.row]!.head_panel ?? '').toLowerCase();
      if (unsure.has(panel)) return;
      unsure.add(panel);
    }
    problems.push(p);
  };
  const byId = new Map(plan.links.map((l) => [l.id, l]));
  const byLabel = new Map(plan.links.filter((l) => !l.retired).map((l) => [l.label.toLowerCase(), l]));
  const existing = rows.map(
    (r) => (r.id ? byId.get(r.id) : byLabel.get((r.link ?? '').toLowerCase())) ?? null,
  );
  const named = new Set(existing.flatMap((l) => (l ? [l.id] : [])));
  const others = plan.links.filter((l) => !l.retired && !named.has(l.id));
  const places = new Places(plan, rows, others);
  const read = rows.map((row, i) => readRow(row, i, existing[i]!, plan, places, say));

  const labels = new Map(others.map((l) => [l.label.toLowerCase(), 'this job already']));
  read.forEach((r, i) => {
    if (!r.label) return;
    const first = labels.get(r.label.toLowerCase());
    if (first === undefined) return void labels.set(r.label.toLowerCase(), rowName(i));
    const free = freeLabel(r, labels);
    say({
      row: i,
      column: 'link',
      message: `${r.label} stands in ${first} too: a label belongs to one link.`,
      mend: { value: free, says: `call it ${free}` },
    });
  });
  read.forEach((r, i) => {
    if (r.panelKey && r.port) {
      const other = places.takePort(r.panelKey, r.port, r.label || rowName(i));
      if (other !== null)
        say({
          row: i,
          column: 'head_port',
          message: `Port ${r.port} of ${r.panel} is taken by ${other}.`,
        });
    }
    if (r.outletKey && r.position) {
      const other = places.takePosition(r.outletKey, r.position, r.label || rowName(i));
      if (other !== null)
        say({
          row: i,
          column: 'tail_position',
          message: `Position ${r.position} of outlet ${r.outlet} in ${r.room} is taken by ${other}.`,
          mend: { value: '', says: 'use the next free position' },
        });
    }
  });
  for (const p of problems) {
    const { panelKey } = read[p.row]!;
    if (p.column !== 'head_port' || p.mend || !panelKey) continue;
    const free = places.freePort(panelKey);
    if (free) p.mend = { value: String(free), says: `use port ${free}, which is free` };
    else p.message += ' No port of it is free: name another panel.';
  }
  read.forEach((r, i) => {
    if (!r.outletKey || r.position) return;
    const free = places.freePosition(r.outletKey);
    if (free === null)
      return say({
        row: i,
        column: 'tail_position',
        message: `All ${MOST_POSITIONS} positions of outlet ${r.outlet} in ${r.room} are taken: name another outlet.`,
      });
    r.position = free;
    places.takePosition(r.outletKey, free, r.label);
  });
  problems.sort((a, b) => a.row - b.row);
  const good = read.filter((_, i) => !bad.has(i)).map(({ panelKey: _p, outletKey: _o, ...r }): ReadRow => r);
  return { good, problems, bad };
}

type Draft = ReadRow & { panelKey: string; outletKey: string };
type Say = (p: CellProblem) => void;

function freeLabel(r: ReadRow, labels: ReadonlyMap<string, string>): string {
  const byPort = r.panel && r.port ? `${r.panel}-${String(r.port).padStart(2, '0')}` : '';
  if (byPort && !labels.has(byPort.toLowerCase())) return byPort;
  for (let n = 2; ; n++) if (!labels.has(`${r.label}-${n}`.toLowerCase())) return `${r.label}-${n}`;
}

function readRow(
  row: ScheduleRow,
  i: number,
  existing: Link | null,
  plan: JobPlan,
  places: Places,
  say: Say,
): Draft {
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
  if (isCoax(head) !== isCoax(tail))
    say({ row: i, column: isCoax(head) ? 'tail_connector' : 'head_connector', message: 'A coax connector at one end wants one at the other.', mend: { value: 'coax-compression', says: 'make it coax at both' } }); // prettier-ignore
  const note = text('note', 400) || fallback?.note;
  const scheme = schemeOf(row, i, plan, say) ?? fallback?.scheme;
  const lengthMetres = metres(row, i, say) ?? (row.length_m ? undefined : fallback?.lengthMetres);
  return {
    row: i, existing, label, closet, panel, port, room, outlet, position, cable, head, tail, panelKey, outletKey,
    ordered: orderOf(row, i, say) ?? existing?.ordered ?? 'straight',
    ...(scheme ? { scheme } : {}),
    ...(lengthMetres ? { lengthMetres } : {}),
    ...(note ? { note } : {}),
  }; // prettier-ignore
}

/** A whole number from 1 on; null where the cell is empty or bad. */
function whole(
  row: ScheduleRow,
  i: number,
  column: ScheduleColumn,
  what: string,
  most: number,
  say: Say,
  past: (n: number) => string,
): number | null {
  const text = row[column];
  if (!text) return null;
  const n = Number(text.replace(/^0+(?=\d)/, ''));
  const digits = /(\d{1,3})\D*$/.exec(text)?.[1];
  if (!Number.isInteger(n) || n < 1)
    say({
      row: i,
      column,
      message: `“${text.slice(0, 30)}” is no number of a ${what}.`,
      ...(digits && Number(digits) >= 1 && Number(digits) <= most
        ? { mend: { value: String(Number(digits)), says: `take ${Number(digits)}` } }
        : {}),
    });
  else if (n > most) say({ row: i, column, message: past(n) });
  else return n;
  return null;
}

const plainly = (s: string) => s.toLowerCase().replace(/[^a-z0-9]+/g, '');

function schemeOf(row: ScheduleRow, i: number, plan: JobPlan, say: Say): Scheme | undefined {
  if (!row.scheme) return undefined;
  const [, letter] = /^(?:t|tia|eia|tiaeia)?(?:568)?([ab])$/.exec(plainly(row.scheme)) ?? [];
  if (letter) return letter === 'a' ? 'T568A' : 'T568B';
  const { scheme } = plan.policy;
  say({ row: i, column: 'scheme', message: `“${row.scheme.slice(0, 30)}” is no scheme: write T568A or T568B.`, mend: { value: scheme, says: `take ${scheme}, as the job asks` } }); // prettier-ignore
  return undefined;
}

function orderOf(row: ScheduleRow, i: number, say: Say): Order | undefined {
  if (!row.ordered) return undefined;
  const order = ORDERS.find((o) => plainly(o) === plainly(row.ordered!)) ?? (/^cross/i.test(row.ordered) ? 'crossover' : /^straight/i.test(row.ordered) ? 'straight' : undefined); // prettier-ignore
  if (!order) say({ row: i, column: 'ordered', message: `“${row.ordered.slice(0, 30)}” is no order: write ${ORDERS.join(' or ')}.`, mend: { value: 'straight', says: 'make it straight' } }); // prettier-ignore
  return order;
}

function connector(
  row: ScheduleRow,
  i: number,
  column: 'head_connector' | 'tail_connector',
  usual: ConnectorFamily,
  say: Say,
): ConnectorFamily {
  const text = row[column];
  if (!text) return usual;
  const meant = CONNECTOR_FAMILIES.find((f) => plainly(f) === plainly(text) || plainly(FAMILY_NAMES[f]) === plainly(text)); // prettier-ignore
  if (meant) return meant;
  const nearest = [...CONNECTOR_FAMILIES].sort((a, b) => distance(plainly(a), plainly(text)) - distance(plainly(b), plainly(text)))[0]!; // prettier-ignore
  const value = distance(plainly(nearest), plainly(text)) <= 5 ? nearest : usual;
  say({ row: i, column, message: `“${text.slice(0, 40)}” is no connector known here.`, mend: { value, says: `take ${FAMILY_NAMES[value]}` } }); // prettier-ignore
  return usual;
}

function metres(row: ScheduleRow, i: number, say: Say): number | undefined {
  const text = row.length_m;
  if (!text) return undefined;
  const [, number, unit] = /^(-?\d+(?:[.,]\d+)?)\s*(m|metres?|meters?|ft|feet|')?\.?$/i.exec(text) ?? [];
  const value = Number((number ?? 'x').replace(',', '.'));
  const refuse = (message: string, mend: string, says: string) =>
    void say({ row: i, column: 'length_m', message, mend: { value: mend, says } });
  if (Number.isNaN(value)) return refuse(`“${text.slice(0, 20)}” is no length: write metres, such as 31.4.`, '', 'leave the length out'); // prettier-ignore
  if (unit && !/^m/i.test(unit)) {
    const inMetres = (value * FOOT_METRES).toFixed(1);
    return refuse(`${text} is in feet: the column holds metres.`, inMetres, `make it ${inMetres} m`);
  }
  if (value <= 0 || value > MOST_METRES) return refuse(`A length of ${text.slice(0, 20)} m cannot be.`, '', 'leave the length out'); // prettier-ignore
  if (value > MOST_LINK_METRES)
    say({
      row: i,
      column: 'length_m',
      message: `${value} m is past the ${MOST_LINK_METRES} m of a permanent link.`,
      mend: { value: '', says: 'leave the length out' },
      keep: `keep ${value} m, it is meant so`,
    });
  return value;
}
