import { fromPlainCell, plainCell } from '../model/csv-cell';
import Papa from 'papaparse';

/** Columns of a schedule, in the order in which they are written. */
export const SCHEDULE_COLUMNS = ['link', 'head_closet', 'head_panel', 'head_port', 'tail_room', 'tail_outlet', 'tail_position', 'cable', 'scheme', 'ordered', 'length_m', 'head_connector', 'tail_connector', 'note'] as const; // prettier-ignore
/** A column of a schedule. */
export type ScheduleColumn = (typeof SCHEDULE_COLUMNS)[number];
/** Columns a schedule cannot do without: where it has a panel, a port too, else the space each head ends in. */
export const REQUIRED_COLUMNS: readonly ScheduleColumn[] = ['link', 'head_panel', 'head_port', 'tail_room'];
const REQUIRED_WITHOUT_PANELS: readonly ScheduleColumn[] = ['link', 'head_closet', 'tail_room'];
/** One row of a schedule as text; `id` names a link that is in the job already. */
export type ScheduleRow = Partial<Record<ScheduleColumn, string>> & { id?: string };

/** A sheet of cells as it came: a header and rows, each with the line it stood on. */
export interface Sheet {
  header: string[];
  rows: string[][];
  lines: number[];
}

/** Most rows that are taken in at once. */
export const MOST_ROWS = 10_000;

/** What else columns are called, in common practice. Compared without case, blanks and signs. */
const OTHER_NAMES: Record<ScheduleColumn, readonly string[]> = {
  link: [
    'link',
    'id',
    'label',
    'cable id',
    'cable no',
    'cable number',
    'link id',
    'identifier',
    'drop',
    'name',
  ],
  head_closet: ['head closet', 'closet', 'telecom room', 'tr', 'comms room', 'idf', 'rack room', 'from room'],
  head_panel: ['head panel', 'panel', 'patch panel', 'from panel'],
  head_port: ['head port', 'port', 'panel port', 'port no', 'port number', 'from port'],
  tail_room: ['tail room', 'room', 'to room', 'location', 'room no', 'room number', 'space'],
  tail_outlet: ['tail outlet', 'outlet', 'plate', 'faceplate', 'wall outlet', 'outlet id'],
  tail_position: ['tail position', 'position', 'jack', 'outlet position', 'outlet port'],
  cable: ['cable', 'cable type', 'type', 'category'],
  scheme: ['scheme', 'wiring', 'pinout', 't568'],
  ordered: ['ordered', 'order', 'straight or crossover'],
  length_m: ['length m', 'length', 'metres', 'meters', 'cable length'],
  head_connector: ['head connector', 'panel connector', 'from connector'],
  tail_connector: ['tail connector', 'outlet connector', 'connector', 'to connector'],
  note: ['note', 'notes', 'remark', 'remarks', 'comment', 'comments'],
};
const bare = (s: string) => s.toLowerCase().replace(/[^a-z0-9]+/g, '');

/** Which column of a schedule each column of a sheet is, by its name; null where none matches. Each at most once. */
export function matchColumns(header: readonly string[]): (ScheduleColumn | null)[] {
  const matched: (ScheduleColumn | null)[] = header.map(() => null);
  const taken = new Set<ScheduleColumn>();
  const give = (i: number, c: ScheduleColumn | undefined) => {
    if (!c || taken.has(c) || matched[i]) return;
    matched[i] = c;
    taken.add(c);
  };
  header.forEach((h, i) => give(i, SCHEDULE_COLUMNS.find((c) => bare(c) === bare(h)))); // prettier-ignore
  for (const c of SCHEDULE_COLUMNS)
    for (const name of OTHER_NAMES[c]) {
      const i = header.findIndex((h, j) => !matched[j] && bare(h) === bare(name));
      if (i >= 0) give(i, c);
    }
  return matched;
}

/** The columns a schedule cannot do without and that are not matched. */
export const missingColumns = (matched: readonly (ScheduleColumn | null)[]): ScheduleColumn[] => {
  const bySpace = matched.includes('head_closet') && !matched.includes('head_panel') && !matched.includes('head_port'); // prettier-ignore
  return (bySpace ? REQUIRED_WITHOUT_PANELS : REQUIRED_COLUMNS).filter((c) => !matched.includes(c));
};

/** Rows of a sheet by the columns they were matched to. */
export const scheduleRows = (sheet: Sheet, matched: readonly (ScheduleColumn | null)[]): ScheduleRow[] =>
  sheet.rows.map((cells) => {
    const row: ScheduleRow = {};
    matched.forEach((c, i) => {
      const cell = fromPlainCell((cells[i] ?? '').trim()).trim();
      if (c && cell) row[c] = cell;
    });
    return row;
  });

/** What parts the cells: the mark by which the header names most columns of a schedule, else the most of any. */
function delimiterOf(text: string): string {
  const header = (mark: string) => Papa.parse<string[]>(text, { delimiter: mark, preview: 1 }).data[0] ?? [];
  const scored = [',', ';', '\t', '|'].map((mark) => {
    const cells = header(mark);
    return { mark, named: matchColumns(cells).filter(Boolean).length, cells: cells.length };
  });
  return scored.sort((a, b) => b.named - a.named || b.cells - a.cells)[0]!.mark;
}

/** Cells of a text whose columns are parted by commas, or by what a spreadsheet parts them with. */
export function parseSheet(text: string): { ok: true; sheet: Sheet } | { ok: false; message: string } {
  const clean = text.replace(/^\uFEFF/, '');
  if (!clean.trim())
    return { ok: false, message: 'The file is empty: it wants a header row and a row for every link.' };
  const parsed = Papa.parse<string[]>(clean, { delimiter: delimiterOf(clean) });
  const quotes = parsed.errors.find((e) => e.type === 'Quotes');
  if (quotes)
    return {
      ok: false,
      message: `A quotation mark is opened and never closed, near row ${(quotes.row ?? 0) + 1}: mend it there and bring the file again.`,
    };
  const numbered = parsed.data.map((cells, i) => ({ cells, line: i + 1 }));
  return sheetOf(numbered.filter((r) => r.cells.some((c) => c.trim())));
}

/** A sheet from numbered rows, the first being its header; or the sentence that says why it is none. */
export function sheetOf(
  rows: readonly { cells: string[]; line: number }[],
): { ok: true; sheet: Sheet } | { ok: false; message: string } {
  const [head, ...rest] = rows;
  if (!head || !rest.length)
    return { ok: false, message: 'There is a header but no row below it: every link wants a row.' };
  if (rest.length > MOST_ROWS)
    return {
      ok: false,
      message: `There are ${rest.length} rows; at most ${MOST_ROWS} are taken at once: split the file and bring the parts one by one.`,
    };
  return {
    ok: true,
    sheet: { header: head.cells, rows: rest.map((r) => r.cells), lines: rest.map((r) => r.line) },
  };
}

/** A schedule as CSV (RFC 4180, UTF-8), all columns in their order. */
export const writeScheduleCsv = (rows: readonly ScheduleRow[]): string =>
  Papa.unparse(
    {
      fields: [...SCHEDULE_COLUMNS],
      data: rows.map((r) => SCHEDULE_COLUMNS.map((c) => plainCell(r[c] ?? ''))),
    },
    { newline: '\r\n' },
  ) + '\r\n';
