import { bareName, matchColumns, REQUIRED_COLUMNS, type ScheduleColumn } from './columns';
import type { RawRow, RawSheet } from './sheet';

/** Where the header of a sheet stands: the index of its first row, how many rows it takes, how many columns it names. */
export interface Header {
  at: number;
  rows: 1 | 2;
  named: number;
}

/** A sheet of cells below its header. `parts` are the names of a column row by row, `header` is all of them. */
export interface Sheet {
  header: string[];
  parts: string[][];
  rows: RawRow[];
}

/** How far down a header is looked for, in rows that hold anything. Our judgement. */
const HEADER_WITHIN = 40;
/** So many columns a row has to name to be taken for a header. */
const LEAST_NAMED = 2;

/**
 * Names of the columns of a header that takes one row or two. In the upper of two a name holds for the empty cells to
 * its right, as a merged cell does; where the lower one says nothing, the column has the upper name alone.
 */
function namesAt(rows: readonly RawRow[], at: number, count: 1 | 2, width: number): string[][] {
  const top = rows[at]?.cells ?? [];
  const text = (cells: readonly string[], i: number) => (cells[i] ?? '').replace(/\s+/g, ' ').trim();
  if (count === 1) return Array.from({ length: width }, (_, i) => [text(top, i)].filter(Boolean));
  const low = rows[at + 1]?.cells ?? [];
  let over = '';
  return Array.from({ length: width }, (_, i) => {
    over = text(top, i) || over;
    const below = text(low, i);
    return (below ? [over, below] : [text(top, i)]).filter(Boolean);
  });
}

const widthOf = (rows: readonly RawRow[]) => rows.reduce((most, r) => Math.max(most, r.cells.length), 0);

/**
 * Finds the header of a sheet that may have titles, revision lines and blank rows above it: the row, or the two rows,
 * that name most columns of a schedule, what a schedule cannot do without counting twice. Null where none names two.
 */
export function findHeader(rows: readonly RawRow[]): Header | null {
  const near = rows.slice(0, HEADER_WITHIN + 1);
  const width = widthOf(near);
  let best: (Header & { score: number }) | null = null;
  // One row before two: a title over a header names nothing that the header alone does not.
  for (const count of [1, 2] as const)
    for (let at = 0; at < Math.min(near.length, HEADER_WITHIN); at++) {
      if (count === 2 && at + 1 >= near.length) continue;
      const matched = matchColumns(namesAt(near, at, count, width)).filter((c): c is ScheduleColumn => c !== null); // prettier-ignore
      const score = matched.length + matched.filter((c) => REQUIRED_COLUMNS.includes(c)).length;
      if (matched.length >= LEAST_NAMED && (!best || score > best.score))
        best = { at, rows: count, named: matched.length, score };
    }
  return best && { at: best.at, rows: best.rows, named: best.named };
}

/** The header to begin with where none is found: the first row with as many cells as any. */
export function fullestRow(rows: readonly RawRow[]): Header {
  const filled = rows.slice(0, HEADER_WITHIN).map((r) => r.cells.filter((c) => c.trim()).length);
  return { at: Math.max(0, filled.indexOf(Math.max(...filled))), rows: 1, named: 0 };
}

/** A sheet below the header that was found or chosen, as wide as its widest row. */
export function sheetBelow(rows: readonly RawRow[], header: Header): Sheet {
  const below = rows.slice(header.at + header.rows);
  const width = Math.max(widthOf(below), widthOf(rows.slice(header.at, header.at + header.rows)));
  const parts = namesAt(rows, header.at, header.rows, width);
  return { header: parts.map((p) => p.join(' ')), parts, rows: below };
}

/** One way to read a file: a sheet, or several that have the same header, with how many columns the header names. */
export interface SheetChoice {
  name: string;
  sheets: RawSheet[];
  named: number;
  rows: number;
}

/**
 * The sheets of a file as they may be read, the likeliest first: the one whose header names most columns and, among
 * equals, that has most rows. Sheets that have the same header (one for every floor) are offered together before that.
 */
export function sheetChoices(sheets: readonly RawSheet[]): SheetChoice[] {
  const read = sheets.map((sheet) => {
    const header = findHeader(sheet.rows);
    const key = header ? sheetBelow(sheet.rows, header).header.map(bareName).join('|') : '';
    return { name: sheet.name, sheets: [sheet], named: header?.named ?? 0, rows: sheet.rows.length, key };
  });
  const alike = new Map<string, typeof read>();
  for (const r of read) if (r.key) alike.set(r.key, [...(alike.get(r.key) ?? []), r]);
  const together = [...alike.values()]
    .filter((group) => group.length > 1)
    .map((group) => ({
      name: group.map((g) => g.name).join(', '),
      sheets: group.flatMap((g) => g.sheets),
      named: group[0]!.named,
      rows: group.reduce((sum, g) => sum + g.rows, 0),
    }));
  return [...read.map(({ key: _, ...choice }) => choice), ...together].sort(
    (a, b) => b.named - a.named || b.rows - a.rows,
  );
}
