import { fromPlainCell } from '../model/csv-cell';
import type { Part } from '../model/job';
import { asideOf, type Aside } from './aside';
import {
  matchColumns,
  missingColumns,
  SCHEDULE_COLUMNS,
  unitNamed,
  type LengthUnit,
  type ScheduleColumn,
} from './columns';
import { floorNamed } from './floor';
import { findHeader, sheetBelow, sheetChoices, type Sheet, type SheetChoice } from './header';
import { lengthIn, type ReadLength } from './length';
import { isUndecided } from './meant';
import type { RawSheet, ScheduleRow } from './sheet';
import { meanings, wordKey, wordsOf } from './words';

/** Most columns of the sender's own that are kept with a link, and most letters of a cell of one. */
export const MOST_OWN = 16;
export const MOST_OWN_LETTERS = 200;
const MOST_OWN_NAME = 80;

/** How the columns of a sheet are read. */
export interface Matching {
  /** What each column is: one of a schedule, the sender's own, or left out (null). */
  columns: (ScheduleColumn | 'own' | null)[];
  /** What lengths are in where a cell does not say; null: it is to be asked. */
  unit: LengthUnit | null;
  /** What words of the file mean: `cable\nCAT6` → a cable, `head_connector\nRJ45` → a family. */
  words: Readonly<Record<string, string>>;
}
/** Rows of a sheet by the columns they were matched to, where each stood, and what was left out as no link. */
export interface SheetRows {
  rows: ScheduleRow[];
  lines: string[];
  aside: Aside[];
}

/** The scheduled columns of a matching. */
export const matchedOf = (m: Pick<Matching, 'columns'>): (ScheduleColumn | null)[] =>
  m.columns.map((c) => (c === 'own' ? null : c));

/** The lengths of a sheet as they stand, in the column matched to length. */
export const lengthCells = (sheet: Sheet, columns: Matching['columns']): string[] => {
  const i = columns.indexOf('length_m');
  return i < 0 ? [] : sheet.rows.map((r) => (r.cells[i] ?? '').trim()).filter(Boolean);
};

/** How the columns of a sheet are read to begin with: by their names, every named column with a cell in it kept. */
export function usualMatching(sheet: Sheet, matched: readonly (ScheduleColumn | null)[]): Matching {
  const used = new Set(sheet.rows.flatMap((r) => r.cells.flatMap((c, i) => (c.trim() ? [i] : []))));
  let own = 0;
  const columns = matched.map((c, i) =>
    c ?? (sheet.header[i] && used.has(i) && own++ < MOST_OWN ? ('own' as const) : null),
  ); // prettier-ignore
  const name = sheet.header[columns.indexOf('length_m')] ?? '';
  return { columns, unit: unitNamed(name) ?? (columns.includes('length_m') ? unitOf(lengthCells(sheet, columns)) : 'm'), words: {} }; // prettier-ignore
}

/** What most lengths of a column are past, so that they can hardly be metres: a permanent link has 90. */
const HARDLY_METRES = 90;
/** Metres where the lengths may be metres; null where most are too long for that, and it has to be asked. */
export function unitOf(cells: readonly string[]): LengthUnit | null {
  const read = cells.map((c) => lengthIn(c, 'm')).filter((r): r is Extract<ReadLength, { ok: true }> => r.ok);
  const long = read.filter((r) => !r.said && r.metres > HARDLY_METRES).length;
  return read.length && long * 2 > read.length ? null : 'm';
}

/**
 * Reads the rows of a sheet. What is no link is left out and named; `include` are lines a person wants in all the same.
 * A title that names a floor gives it to the rows below where the sheet has no column for it.
 */
export function readRows(sheet: Sheet, m: Matching, include: ReadonlySet<string> = new Set()): SheetRows {
  const columns = matchedOf(m);
  const out: SheetRows = { rows: [], lines: [], aside: [] };
  const withFloors = !columns.includes('tail_floor');
  let floor = '';
  for (const raw of sheet.rows) {
    const why = include.has(raw.line) ? null : asideOf(raw, sheet, columns);
    if (why) {
      const said = [...new Set(raw.cells.map((c) => c.trim()).filter(Boolean))];
      out.aside.push({ line: raw.line, why, text: said.join(', ').slice(0, 120) });
      const named = why === 'title' ? floorNamed(said[0] ?? '') : null;
      if (named !== null) floor = String(named);
      continue;
    }
    const row: ScheduleRow = withFloors && floor ? { tail_floor: floor } : {};
    const own: Record<string, string> = {};
    m.columns.forEach((c, i) => {
      const cell = fromPlainCell((raw.cells[i] ?? '').trim()).trim();
      if (!c || !cell) return;
      if (c === 'own')
        own[(sheet.header[i] || `column ${i + 1}`).slice(0, MOST_OWN_NAME)] = cell.slice(0, MOST_OWN_LETTERS);
      else row[c] = c === 'length_m' ? inMetres(cell, m.unit ?? 'm') : meant(m, c, cell);
    });
    for (const c of SCHEDULE_COLUMNS)
      if (row[c] && c !== 'link' && c !== 'note' && c !== 'tail_room' && isUndecided(row[c]!)) delete row[c];
    if (Object.keys(own).length) row.own = own;
    out.rows.push(row);
    out.lines.push(raw.line);
  }
  return out;
}

const meant = (m: Matching, c: ScheduleColumn, cell: string): string =>
  c === 'cable' || c === 'head_connector' || c === 'tail_connector'
    ? (m.words[wordKey(c, cell)] ?? cell)
    : cell;

/** A length as a schedule holds it: metres without a unit, to the centimetre; what is no length stays as it is. */
function inMetres(cell: string, unit: LengthUnit): string {
  const read = lengthIn(cell, unit);
  return read.ok ? String(Number(read.metres.toFixed(2))) : cell;
}

/** The rows of sheets below their headers, as one sheet; the first header holds, lines of several name their sheet. */
export function joinSheets(choice: SheetChoice, header = findHeader(choice.sheets[0]!.rows)): Sheet | null {
  if (!header) return null;
  const [first, ...more] = choice.sheets;
  const sheet = sheetBelow(first!.rows, header);
  if (!more.length) return sheet;
  const named = (name: string, rows: Sheet['rows']) =>
    rows.map((r) => ({ ...r, line: `${name}, ${r.line}` }));
  return {
    ...sheet,
    rows: [
      ...named(first!.name, sheet.rows),
      ...more.flatMap((s) => {
        const own = findHeader(s.rows);
        return own ? named(s.name, sheetBelow(s.rows, own).rows) : [];
      }),
    ],
  };
}

/** A file as the program reads it with nobody to ask; or the sentence that says what it lacks. */
export type ReadSchedule = ({ ok: true } & SheetRows) | { ok: false; message: string };

/**
 * Reads the likeliest sheet of a file by the names of its columns, words as the trade uses them. What would have to be
 * asked (a column that is missing, lengths that can hardly be metres) is refused instead.
 *
 * @example
 * readSchedule([{ name: 'the file', rows }], plan.parts)
 */
export function readSchedule(sheets: readonly RawSheet[], parts: readonly Part[]): ReadSchedule {
  const choice = sheetChoices(sheets)[0];
  const sheet = choice && joinSheets(choice);
  if (!sheet) return { ok: false, message: 'No row names the columns of a schedule: it needs a header with link, head_panel, head_port and tail_room.' }; // prettier-ignore
  const matching = usualMatching(sheet, matchColumns(sheet.parts));
  const missing = missingColumns(matchedOf(matching));
  if (missing.length) return { ok: false, message: `The schedule has no column for ${missing.join(', ')}: name it so in the header.` }; // prettier-ignore
  if (matching.unit === null) return { ok: false, message: 'Most lengths are past 90 m: name the unit in the header, such as “length (ft)”.' }; // prettier-ignore
  const words = meanings(wordsOf(readRows(sheet, matching).rows, parts));
  return { ok: true, ...readRows(sheet, { ...matching, words }) };
}
