import { unzipSync } from 'fflate';
import type { Cell, CellValue, Sheet } from 'hucre/xlsx';
import { tooLong, type RawRow, type RawSheet } from '$core/schedule/sheet';
import type { SheetFile } from './file';

/** What a cell shows, as text. */
function textOf(value: CellValue | undefined): string {
  if (value === null || value === undefined) return '';
  return value instanceof Date ? value.toISOString().slice(0, 10) : String(value);
}

const some = (list: readonly string[]) =>
  list.slice(0, 3).join(', ') + (list.length > 3 ? ` and ${list.length - 3} more` : '');

/** A cell as a spreadsheet names it: `C2` for the third of the second row. */
function named(row: number, column: number): string {
  let letters = '';
  for (let n = column + 1; n > 0; n = Math.floor((n - 1) / 26))
    letters = String.fromCharCode(65 + ((n - 1) % 26)) + letters;
  return `${letters}${row + 1}`;
}

/** Cells one should look at, in words. */
const ODD_CELLS = {
  merged: (at: string) => `cells merged downward (${at}) were each given the value of the whole.`,
  unknown: (at: string) => `${at} hold formulas without a result, and count as empty. Open and save the file in a spreadsheet program first.`, // prettier-ignore
  errors: (at: string) => `${at} hold an error of a formula, and count as empty.`,
  dates: (at: string) => `${at} hold a date. Where 1-2 was meant, the spreadsheet program made a date of it: look at them.`, // prettier-ignore
} as const;

/** The rows of a sheet that hold something, and which of its cells one should look at. */
function rowsOf(page: Sheet): { rows: RawRow[]; odd: Record<keyof typeof ODD_CELLS, string[]> } {
  const odd: Record<keyof typeof ODD_CELLS, string[]> = { merged: [], unknown: [], errors: [], dates: [] };
  const at = (row: number, column: number): Cell | undefined => page.cells?.get(`${row},${column}`);
  /** Where a cell below the first of a merged column has its value. */
  const from = new Map<string, number>();
  for (const m of page.merges ?? [])
    for (let row = m.startRow + 1; row <= m.endRow; row++) from.set(`${row},${m.startCol}`, m.startRow);
  const rows: RawRow[] = [];
  page.rows.forEach((values, row) => {
    let struck = true;
    const cells = values.map((own, column) => {
      const inherited = from.get(`${row},${column}`);
      const cell = at(inherited ?? row, column);
      const value = inherited === undefined ? own : page.rows[inherited]![column];
      if (inherited !== undefined) odd.merged.push(named(row, column));
      if (cell?.type === 'formula' && (cell.formulaResult ?? cell.value) === null)
        odd.unknown.push(named(row, column));
      if (value instanceof Date) odd.dates.push(named(row, column));
      const failed = cell?.type === 'error';
      if (failed) odd.errors.push(named(row, column));
      const text = failed ? '' : textOf(value);
      if (text.trim() && !cell?.style?.font?.strikethrough) struck = false;
      return text;
    });
    if (!cells.some((c) => c.trim())) return;
    while (cells.length && cells.at(-1) === '') cells.pop();
    rows.push({
      cells,
      line: String(row + 1),
      ...(page.rowDefs?.get(row)?.hidden ? { hidden: true as const } : {}),
      ...(struck ? { struck: true as const } : {}),
    });
  });
  return { rows, odd };
}

/** Most bytes a spreadsheet may unpack to: a phone has no room for more. */
const MOST_UNPACKED = 120_000_000;

/**
 * The sheets of an .xlsx file. Formulas count with the result the file holds; a cell merged downward has its value in
 * each row, one merged across only in its first, since a title over all columns is no value of theirs.
 */
export async function workbookSheets(bytes: Uint8Array): Promise<SheetFile> {
  let unpacked = 0;
  try {
    // What the file says of itself, before anything of it is unpacked.
    unzipSync(bytes, { filter: (f) => ((unpacked += f.originalSize), false) });
  } catch {
    unpacked = 0;
  }
  if (unpacked > MOST_UNPACKED)
    return { ok: false, message: `Unpacked, this spreadsheet is ${Math.round(unpacked / 1e6)} MB; at most ${MOST_UNPACKED / 1e6} are read: keep the sheet with the links and leave the others out.` }; // prettier-ignore
  const { readXlsx } = await import('hucre/xlsx');
  let pages: Sheet[];
  try {
    pages = (await readXlsx(bytes, { readStyles: true })).sheets;
  } catch (error) {
    // A stray cell far out makes a sheet of millions of empty ones.
    const wide = /spans \d+ rows/.test(error instanceof Error ? error.message : '');
    return { ok: false, message: wide
      ? 'A sheet of this spreadsheet holds something very far from its rows: copy the links into a new sheet, and bring that.'
      : 'This file cannot be opened as a spreadsheet: save it again as .xlsx, or as CSV.' }; // prettier-ignore
  }
  const sheets: RawSheet[] = [];
  const notes: string[] = [];
  let why = 'The spreadsheet is empty: it needs a header row and a row for every link.';
  for (const page of pages) {
    const { rows, odd } = rowsOf(page);
    if (rows.length < 2) continue;
    const long = tooLong(rows.length);
    if (long) {
      why = `${page.name}: ${long}`;
      continue;
    }
    sheets.push({ name: page.name, rows });
    for (const kind of Object.keys(ODD_CELLS) as (keyof typeof ODD_CELLS)[])
      if (odd[kind].length) notes.push(`${page.name}: ${ODD_CELLS[kind](some(odd[kind]))}`);
  }
  return sheets.length ? { ok: true, sheets, notes } : { ok: false, message: why };
}
