import { bareName, REQUIRED_COLUMNS, type ScheduleColumn } from './columns';
import { floorNamed } from './floor';
import type { Sheet } from './header';
import type { RawRow } from './sheet';

/** Why a row of a sheet is no link. */
export const ASIDE_WORDS = {
  hidden: 'hidden in the spreadsheet',
  struck: 'struck through',
  header: 'header repeated',
  title: 'title of a section',
  total: 'total',
  note: 'note',
  little: 'too little for a link',
} as const;
/** Why a row of a sheet is no link. */
export type AsideWhy = keyof typeof ASIDE_WORDS;

/** A row that was left out because it is no link. */
export interface Aside {
  line: string;
  why: AsideWhy;
  /** What stands in it. */
  text: string;
}

const TOTAL = /^(?:sub|grand)?\s*-?\s*(?:total|sum)\b/i;
const NOTE = /^(?:notes?|n\.?b\.?|remarks?|legend|key|end of|page \d|prepared|checked|approved|issued|printed|drawn|revision|rev\b)/i; // prettier-ignore

/** Why a row is no link; null where it may be one. `columns` are what the sheet's columns were matched to. */
export function asideOf(
  row: RawRow,
  sheet: Pick<Sheet, 'parts'>,
  columns: readonly (ScheduleColumn | null)[],
): AsideWhy | null {
  if (row.struck) return 'struck';
  if (row.hidden) return 'hidden';
  const cells = row.cells.map((c) => c.trim());
  const filled = cells.flatMap((c, i) => (c ? [i] : []));
  const first = cells[filled[0] ?? 0] ?? '';
  const matched = filled.filter((i) => columns[i]);
  if (
    filled.length > 1 &&
    filled.every((i) => sheet.parts[i]?.some((p) => bareName(p) === bareName(cells[i]!)))
  )
    return 'header';
  const required = matched.filter((i) => REQUIRED_COLUMNS.includes(columns[i]!)).length;
  if (TOTAL.test(first) && required < 3) return 'total';
  if (NOTE.test(first) && matched.length <= 2) return 'note';
  if (filled.length === 1 || (filled.length > 2 && new Set(filled.map((i) => cells[i])).size === 1))
    return floorNamed(first) !== null || first.length <= 60 ? 'title' : 'note';
  return required < 2 ? 'little' : null;
}
