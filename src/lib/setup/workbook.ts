import { unzipSync } from 'fflate';
import { sheetOf } from '$core/plan/schedule-csv';
import type { SheetFile } from './sheet-file';

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

/** The sheets of an .xlsx file. Formulas count with the result the file holds, merged cells with their value in each. */
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
  const sheets: Extract<SheetFile, { ok: true }>['sheets'] = [];
  const notes: string[] = [];
  let why = 'The spreadsheet is empty: it wants a header row and a row for every link.';
  for (const page of book.worksheets) {
    const merged: string[] = [];
    const unknown: string[] = [];
    const rows: { cells: string[]; line: number }[] = [];
    page.eachRow({ includeEmpty: false }, (row, line) => {
      const cells: string[] = [];
      row.eachCell({ includeEmpty: true }, (cell, column) => {
        if (cell.isMerged && cell.master.address !== cell.address) merged.push(cell.address);
        const text = textOf(cell.value);
        if (text === null) unknown.push(cell.address);
        cells[column - 1] = text ?? '';
      });
      const filled = Array.from(cells, (c) => c ?? '');
      if (filled.some((c) => c.trim())) rows.push({ cells: filled, line });
    });
    const read = sheetOf(rows);
    if (!read.ok) {
      if (rows.length) why = read.message;
      continue;
    }
    sheets.push({ name: page.name, sheet: read.sheet });
    if (merged.length) notes.push(`${page.name}: merged cells (${some(merged)}) were each given the value of the whole.`); // prettier-ignore
    if (unknown.length) notes.push(`${page.name}: ${some(unknown)} hold formulas without a result, and count as empty. Open and save the file in a spreadsheet program first.`); // prettier-ignore
  }
  return sheets.length ? { ok: true, sheets, notes } : { ok: false, message: why };
}
