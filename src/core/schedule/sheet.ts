import Papa from 'papaparse';
import { plainCell } from '../model/csv-cell';
import { SCHEDULE_COLUMNS, type ScheduleColumn } from './columns';
import { findHeader } from './header';

/**
 * One row of a schedule as text; `id` names a link that is in the job already, `own` holds what the sender keeps beside,
 * by the names of its columns.
 */
export type ScheduleRow = Partial<Record<ScheduleColumn, string>> & {
  id?: string;
  own?: Record<string, string>;
};

/** One row of a file as it came: its cells, the line it stood on, and whether it was hidden or struck through there. */
export interface RawRow {
  cells: string[];
  /** The number of its line; with its sheet before it where several are read together. */
  line: string;
  hidden?: true;
  struck?: true;
}
/** A page of a file as it came, rows without a word in them left out. */
export interface RawSheet {
  name: string;
  rows: RawRow[];
}

/** Most rows that are taken in at once. */
export const MOST_ROWS = 10_000;

/** Most links a sheet may hold, said in a sentence; empty where it is short enough. */
export const tooLong = (rows: number): string =>
  rows > MOST_ROWS
    ? `There are ${rows} rows; at most ${MOST_ROWS} are taken at once: split the file and bring the parts one by one.`
    : '';

/** What parts the cells: the mark by which a header is found best among the first lines, else the most cells of any. */
function delimiterOf(text: string): string {
  const scored = [',', ';', '\t', '|'].map((mark) => {
    const { data } = Papa.parse<string[]>(text, { delimiter: mark, preview: 40 });
    const rows = data.map((cells, i) => ({ cells, line: String(i + 1) }));
    return { mark, named: findHeader(rows)?.named ?? 0, cells: Math.max(0, ...data.map((r) => r.length)) };
  });
  return scored.sort((a, b) => b.named - a.named || b.cells - a.cells)[0]!.mark;
}

/** Cells of a text whose columns are parted by commas, or by what a spreadsheet parts them with. */
export function parseText(text: string): { ok: true; rows: RawRow[] } | { ok: false; message: string } {
  const clean = text.replace(/^\uFEFF/, '');
  if (!clean.trim())
    return { ok: false, message: 'The file is empty: it needs a header row and a row for every link.' };
  const parsed = Papa.parse<string[]>(clean, { delimiter: delimiterOf(clean) });
  const quotes = parsed.errors.find((e) => e.type === 'Quotes');
  if (quotes)
    return {
      ok: false,
      message: `A quotation mark is opened and never closed, near row ${(quotes.row ?? 0) + 1}: mend it there and bring the file again.`,
    };
  const rows = parsed.data
    .map((cells, i): RawRow => ({ cells, line: String(i + 1) }))
    .filter((r) => r.cells.some((c) => c.trim()));
  if (rows.length < 2)
    return { ok: false, message: 'There is a header but no row below it: every link needs a row.' };
  const long = tooLong(rows.length);
  return long ? { ok: false, message: long } : { ok: true, rows };
}

/** The sender's own columns of some rows, in the order in which they first come. */
export const ownColumns = (rows: readonly ScheduleRow[]): string[] => [
  ...new Set(rows.flatMap((r) => Object.keys(r.own ?? {}))),
];

/** A schedule as CSV (RFC 4180, UTF-8), all columns in their order, the sender's own after them, then `more`. */
export function writeScheduleCsv(
  rows: readonly ScheduleRow[],
  more: Readonly<Record<string, readonly string[]>> = {},
): string {
  const own = ownColumns(rows);
  const cells = (r: ScheduleRow, i: number) => [
    ...SCHEDULE_COLUMNS.map((c) => r[c] ?? ''),
    ...own.map((c) => r.own?.[c] ?? ''),
    ...Object.values(more).map((values) => values[i] ?? ''),
  ];
  return (
    Papa.unparse(
      {
        fields: [...SCHEDULE_COLUMNS, ...[...own, ...Object.keys(more)].map(plainCell)],
        data: rows.map((r, i) => cells(r, i).map(plainCell)),
      },
      { newline: '\r\n' },
    ) + '\r\n'
  );
}
