import { distance } from 'fastest-levenshtein';
import type { JobPlan } from '../model/job';
import type { ScheduleColumn } from './columns';
import { lengthIn } from './length';
import { connectorMeant } from './meant';
import type { ScheduleRow } from './sheet';
import { CONNECTOR_FAMILIES, FAMILY_NAMES, type ConnectorFamily } from '../wiring/connector';
import { MOST_CABLE_METRES } from '../model/limits';
import { ORDERS, type Order, type Scheme } from '../wiring/schemes';

/** Longest permanent link, in metres. TIA-568, from memory. */
export const MOST_LINK_METRES = 90;

/** A bad cell of a schedule: why, the obvious mend where there is one, and whether it may be kept as it is. */
export interface CellProblem {
  row: number;
  column: ScheduleColumn;
  message: string;
  /** What would mend it; `unsure`: only where a person says so, never with all the others. */
  mend?: { value: string; says: string; unsure?: true };
  /** It is against the rule, but a person may mean it: what keeping it says. */
  keep?: string;
  /** A panel that is too small for it, and the size that would do. */
  enlarge?: { panel: string; ports: number; says: string };
  /** Where nothing is obvious, what there is to choose from. */
  choices?: readonly { value: string; says: string }[];
  /** What it has in common with others of its column that are worded by their own values. */
  kind?: string;
}

/** So many letters away a word may be from a connector's name to be taken for a slip of the keys. Our judgement. */
const NEAR_LETTERS = 3;

/** Says that a cell is bad. */
export type Say = (p: CellProblem) => void;

/** A number as cells give it: `7`, `07`, `Port 7`, `P7`, `#7`. */
const NUMBERED = /^(?:port|p|pos(?:ition)?\.?|no\.?|#)?\s*0*(\d{1,4})$/i;
/** A jack by its letter, with the number of its plate before it or not: `A`, `1A`. */
const LETTERED = /^(?:\d{1,3}\s*[-./]?\s*)?([a-h])$/i;

/** A whole number from 1 on; null where the cell is empty or bad. Letters count where the trade counts by them. */
export function whole(
  row: ScheduleRow,
  i: number,
  column: ScheduleColumn,
  what: string,
  most: number,
  say: Say,
  past: (n: number) => Pick<CellProblem, 'message' | 'enlarge' | 'kind'>,
  letters = false,
): number | null {
  const text = row[column];
  if (!text) return null;
  const letter = letters ? LETTERED.exec(text)?.[1] : undefined;
  const n = letter ? letter.toUpperCase().charCodeAt(0) - 64 : Number(NUMBERED.exec(text)?.[1] ?? NaN);
  if (!Number.isInteger(n) || n < 1)
    say({ row: i, column, message: `“${text.slice(0, 30)}” is not the number of a ${what}.` });
  else if (n > most) say({ row: i, column, ...past(n) });
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
  say({ row: i, column: 'scheme', message: `“${row.scheme.slice(0, 30)}” is not a scheme: write T568A or T568B.`, mend: { value: scheme, says: `take ${scheme}, as the job asks` } }); // prettier-ignore
  return undefined;
}

/** Straight or crossover, as far as a row says. */
export function orderOf(row: ScheduleRow, i: number, say: Say): Order | undefined {
  if (!row.ordered) return undefined;
  const order = ORDERS.find((o) => plainly(o) === plainly(row.ordered!)) ?? (/^cross/i.test(row.ordered) ? 'crossover' : /^straight/i.test(row.ordered) ? 'straight' : undefined); // prettier-ignore
  if (!order) say({ row: i, column: 'ordered', message: `“${row.ordered.slice(0, 30)}” is not an order: write ${ORDERS.join(' or ')}.`, mend: { value: 'straight', says: 'make it straight' } }); // prettier-ignore
  return order;
}

const CONNECTOR_CHOICES = CONNECTOR_FAMILIES.map((f) => ({ value: f as string, says: FAMILY_NAMES[f] }));

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
  const meant = connectorMeant(text);
  if (meant) return meant;
  const nearest = [...CONNECTOR_FAMILIES].sort((a, b) => distance(plainly(a), plainly(text)) - distance(plainly(b), plainly(text)))[0]!; // prettier-ignore
  const near = distance(plainly(nearest), plainly(text)) <= NEAR_LETTERS;
  const both = /rj-?\s?45|8p8c|modular/i.test(text);
  say({
    row: i,
    column,
    message: both
      ? `“${text.slice(0, 40)}” may be a plug or a jack: choose which.`
      : `“${text.slice(0, 40)}” is not a connector known here: choose what it is.`,
    choices: CONNECTOR_CHOICES,
    ...(near ? { mend: { value: nearest, says: `take ${FAMILY_NAMES[nearest]}` } } : {}),
  });
  return usual;
}

/** The length of a row in metres; `before` is what the job has for it, which is not asked about again. */
export function metres(row: ScheduleRow, i: number, say: Say, before?: number): number | undefined {
  const text = row.length_m;
  if (!text) return undefined;
  const leaveOut = { value: '', says: 'leave the length out' };
  const read = lengthIn(text, 'm');
  if (!read.ok) return void say({ row: i, column: 'length_m', message: read.message, mend: leaveOut });
  const value = Number(read.metres.toFixed(2));
  if (value <= 0 || value > MOST_CABLE_METRES)
    return void say({ row: i, column: 'length_m', message: `A length of ${value} m cannot be.`, mend: leaveOut }); // prettier-ignore
  if (value > MOST_LINK_METRES && value !== before)
    say({
      row: i,
      column: 'length_m',
      message: `${value} m is past the ${MOST_LINK_METRES} m of a permanent link.`,
      kind: 'past a link',
      mend: leaveOut,
      keep: `keep ${value} m, it is meant so`,
    });
  return value;
}
