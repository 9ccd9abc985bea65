import { unzipSync } from 'fflate';
import { tooLong, type RawRow, type RawSheet } from '$core/schedule/sheet';
import type { SheetFile } from './file';

type Value = import('exceljs').CellValue;

/** What a cell shows, as text; null for a formula whose result the file does not hold. */
function textOf(value: Value): string | null {
  if (value === null || value === undefined) return '';
  if (value instanceof Date) return value.toISOString().slice(0, 10);
  if (typeof value !== 'object') return String(value);
  if ('richText' in value) return value.richText.map((r) => r.text).join('');
  if ('hyperlink' in value) return textOf(value.text as Value);
  if ('error' in value) return '';
  if ('formula' in value || 'sharedFormula' in value)
    return value.result === undefined || value.result === null ? null : textOf(value.result as Value);
  return '';
}

const some = (list: readonly string[]) =>
  list.slice(0, 3).join(', ') + (list.length > 3 ? ` and ${list.length - 3} more` : '');

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
  const { default: excel } = await import('exceljs');
  const book = new excel.Workbook();
  try {
    await book.xlsx.load(bytes.slice().buffer as ArrayBuffer);
  } catch {
    return { ok: false, message: 'This file cannot be opened as a spreadsheet: save it again as .xlsx, or as CSV.' }; // prettier-ignore
  }
  const sheets: RawSheet[] = [];
  const notes: string[] = [];
  let why = 'The spreadsheet is empty: it wants a header row and a row for every link.';
  for (const page of book.worksheets) {
    const odd: Record<keyof typeof ODD_CELLS, string[]> = { merged: [], unknown: [], errors: [], dates: [] };
    const rows: RawRow[] = [];
    page.eachRow({ includeEmpty: false }, (row, line) => {
      const cells: string[] = [];
      let struck = true;
      row.eachCell({ includeEmpty: true }, (cell, column) => {
        const inherited = cell.isMerged && cell.master.address !== cell.address;
        if (inherited && cell.master.col !== cell.col) return void (cells[column - 1] = '');
        if (inherited) odd.merged.push(cell.address);
        const { value } = cell;
        const text = textOf(value);
        if (text === null) odd.unknown.push(cell.address);
        if (isError(value)) odd.errors.push(cell.address);
        if (value instanceof Date) odd.dates.push(cell.address);
        cells[column - 1] = text ?? '';
        if (text?.trim() && !cell.font?.strike) struck = false;
      });
      const filled = Array.from(cells, (c) => c ?? '');
      if (filled.some((c) => c.trim()))
        rows.push({
          cells: filled,
          line: String(line),
          ...(row.hidden ? { hidden: true as const } : {}),
          ...(struck ? { struck: true as const } : {}),
        });
    });
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

/** Cells one should look at, in words. */
const ODD_CELLS = {
  merged: (at: string) => `cells merged downward (${at}) were each given the value of the whole.`,
  unknown: (at: string) => `${at} hold formulas without a result, and count as empty. Open and save the file in a spreadsheet program first.`, // prettier-ignore
  errors: (at: string) => `${at} hold an error of a formula, and count as empty.`,
  dates: (at: string) => `${at} hold a date. Where 1-2 was meant, the spreadsheet program made a date of it: look at them.`, // prettier-ignore
} as const;

const isError = (value: Value): boolean =>
  typeof value === 'object' &&
  value !== null &&
  ('error' in value || ('result' in value && isError(value.result as Value)));
