import Papa from 'papaparse';
import { plainCell } from '../model/csv-cell';
import type { HandoverRecord, LinkRecord } from './record';

/**
 * Columns of a link's record where it is a row: those a cable administration standard asks for (identifier, places and
 * terminations of both ends, cable, length, test result), from memory of TIA-606.
 */
const COLUMNS: readonly (readonly [string, (l: LinkRecord) => string | number])[] = [
  ['identifier', (l) => l.identifier],
  ['head space', (l) => l.head.space],
  ['head', (l) => l.head.on],
  ['head connector', (l) => l.head.connector],
  ['head state', (l) => l.head.state],
  ['tail space', (l) => l.tail.space],
  ['tail', (l) => l.tail.on],
  ['tail connector', (l) => l.tail.connector],
  ['tail state', (l) => l.tail.state],
  ['cable', (l) => l.cable],
  ['scheme', (l) => l.scheme],
  ['order', (l) => l.ordered],
  ['length, m', (l) => l.lengthMetres ?? ''],
  ['length from', (l) => l.lengthFrom ?? ''],
  ['asked', (l) => l.asked],
  ['result', (l) => l.result],
  ['evidence', (l) => l.evidence ?? ''],
  ['not ruled out', (l) => l.notRuledOut.join('; ')],
  ['tested at', (l) => l.testedAt ?? ''],
  ['tested by', (l) => l.testedBy ?? ''],
  ['tester', (l) => l.tester ?? ''],
];

/** What the columns of a link's record are called. */
export const LINK_COLUMNS: readonly string[] = COLUMNS.map(([name]) => name);
/** A link's record as a row of those columns. */
export const linkRow = (l: LinkRecord): (string | number)[] => COLUMNS.map(([, of]) => of(l));

/** What the columns of open points are called. */
export const OPEN_COLUMNS = ['identifier', 'kind', 'what'] as const;
/** Open points as rows. */
export const openRows = (record: Pick<HandoverRecord, 'open'>): string[][] =>
  record.open.map((o) => [o.label, o.kind, o.says]);

const csv = (columns: readonly string[], rows: readonly (readonly (string | number)[])[]): string =>
  `${Papa.unparse([[...columns], ...rows.map((r) => r.map((c) => (typeof c === 'string' ? plainCell(c) : c)))], { newline: '\r\n' })}\r\n`; // prettier-ignore

/** Every link of a record as CSV; text is never a formula. */
export const recordCsv = (record: Pick<HandoverRecord, 'links'>): string =>
  csv(LINK_COLUMNS, record.links.map(linkRow));
/** The open points of a record as CSV. */
export const openPointsCsv = (record: Pick<HandoverRecord, 'open'>): string =>
  csv(OPEN_COLUMNS, openRows(record));
