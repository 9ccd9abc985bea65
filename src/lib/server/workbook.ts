import { writeXlsx, type CellValue } from 'hucre/xlsx';
import { plainCell } from '$core/model/csv-cell';

/** A sheet as it goes out: what its columns are, and its rows. */
export interface SheetOut {
  name: string;
  header: readonly string[];
  rows: readonly (readonly (string | number)[])[];
}

/** Widest column, in characters, and rows that are looked at for it. */
const WIDEST = 40;
const LOOKED_AT = 200;

/** Sheets as an .xlsx file. The header stays in sight; text is never a formula. */
export async function workbook(sheets: readonly SheetOut[]): Promise<Uint8Array<ArrayBuffer>> {
  const bytes = await writeXlsx({
    sheets: sheets.map(({ name, header, rows }) => {
      const longest = (i: number) =>
        Math.max(header[i]!.length, ...rows.slice(0, LOOKED_AT).map((r) => String(r[i] ?? '').length));
      return {
        name,
        rows: [[...header], ...rows.map((row): CellValue[] => row.map((c) => (typeof c === 'string' ? plainCell(c) : c)))], // prettier-ignore
        columns: header.map((_, i) => ({ width: Math.min(WIDEST, longest(i) + 2) })),
        cells: new Map(header.map((_, i) => [`0,${i}`, { style: { font: { bold: true } } }])),
        freezePane: { rows: 1 },
      };
    }),
  });
  return new Uint8Array(bytes);
}
