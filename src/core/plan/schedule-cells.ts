import { distance } from 'fastest-levenshtein';
import type { JobPlan } from '../model/job';
import type { ScheduleColumn, ScheduleRow } from './schedule-csv';
import { CONNECTOR_FAMILIES, FAMILY_NAMES, type ConnectorFamily } from '../wiring/connector';
import { MOST_CABLE_METRES } from '../model/limits';
import { FOOT_METRES } from '../model/metres';
import { ORDERS, type Order, type Scheme } from '../wiring/schemes';

/** Longest permanent link, in metres. TIA-568, from memory. */
export const MOST_LINK_METRES = 90;

/** A bad cell of a schedule: why, the obvious mend where there is one, and whether it may be kept as it is. */
export interface CellProblem {
  row: number;
  column: ScheduleColumn;
  message: string;
  mend?: { value: string; says: string };
  /** It is against the rule, but a person may mean it: what keeping it says. */
  keep?: string;
}

/** Says that a cell is bad. */
export type Say = (p: CellProblem) => void;

/** A whole number from 1 on; null where the cell is empty or bad. */
export function whole(
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

/** The scheme of a row; undefined where none is given or known. */
export function schemeOf(row: ScheduleRow, i: number, plan: JobPlan, say: Say): Scheme | undefined {
  if (!row.scheme) return undefined;
  const [, letter] = /^(?:t|tia|eia|tiaeia)?(?:568)?([ab])$/.exec(plainly(row.scheme)) ?? [];
  if (letter) return letter === 'a' ? 'T568A' : 'T568B';
  const { scheme } = plan.policy;
  say({ row: i, column: 'scheme', message: `“${row.scheme.slice(0, 30)}” is no scheme: write T568A or T568B.`, mend: { value: scheme, says: `take ${scheme}, as the job asks` } }); // prettier-ignore
  return undefined;
}

/** Straight or crossover, as far as a row says. */
export function orderOf(row: ScheduleRow, i: number, say: Say): Order | undefined {
  if (!row.ordered) return undefined;
  const order = ORDERS.find((o) => plainly(o) === plainly(row.ordered!)) ?? (/^cross/i.test(row.ordered) ? 'crossover' : /^straight/i.test(row.ordered) ? 'straight' : undefined); // prettier-ignore
  if (!order) say({ row: i, column: 'ordered', message: `“${row.ordered.slice(0, 30)}” is no order: write ${ORDERS.join(' or ')}.`, mend: { value: 'straight', says: 'make it straight' } }); // prettier-ignore
  return order;
}

/** The connector family a text names; undefined where none. */
export const familyNamed = (text: string): ConnectorFamily | undefined =>
  CONNECTOR_FAMILIES.find((f) => plainly(f) === plainly(text) || plainly(FAMILY_NAMES[f]) === plainly(text)); // prettier-ignore

/** The connector family of an end, the usual one where the cell is empty or bad. */
export function connector(
  row: ScheduleRow,
  i: number,
  column: 'head_connector' | 'tail_connector',
  usual: ConnectorFamily,
  say: Say,
): ConnectorFamily {
  const text = row[column];
  if (!text) return usual;
  const meant = familyNamed(text);
  if (meant) return meant;
  const nearest = [...CONNECTOR_FAMILIES].sort((a, b) => distance(plainly(a), plainly(text)) - distance(plainly(b), plainly(text)))[0]!; // prettier-ignore
  const value = distance(plainly(nearest), plainly(text)) <= 5 ? nearest : usual;
  say({ row: i, column, message: `“${text.slice(0, 40)}” is no connector known here.`, mend: { value, says: `take ${FAMILY_NAMES[value]}` } }); // prettier-ignore
  return usual;
}

/** The length of a row in metres; `before` is what the job has for it, which is not asked about again. */
export function metres(row: ScheduleRow, i: number, say: Say, before?: number): number | undefined {
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
  if (value <= 0 || value > MOST_CABLE_METRES) return refuse(`A length of ${text.slice(0, 20)} m cannot be.`, '', 'leave the length out'); // prettier-ignore
  if (value > MOST_LINK_METRES && value !== before)
    say({
      row: i,
      column: 'length_m',
      message: `${value} m is past the ${MOST_LINK_METRES} m of a permanent link.`,
      mend: { value: '', says: 'leave the length out' },
      keep: `keep ${value} m, it is meant so`,
    });
  return value;
}
