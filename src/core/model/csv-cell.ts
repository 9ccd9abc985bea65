/** What a spreadsheet takes for a formula: led by one of its signs, blanks and line ends before it or not. */
const FORMULA = /^\s*[=+\-@]|^[\t\r\n]/;
const NUMBER = /^-?\d+(?:[.,]\d+)?$/;

/** Text as a cell that no spreadsheet computes: an apostrophe leads what looks like a formula. */
export const plainCell = (text: string): string =>
  FORMULA.test(text) && !NUMBER.test(text) && text.trim() !== '-' ? `'${text}` : text;

/** A cell as it was before `plainCell`. */
export const fromPlainCell = (cell: string): string =>
  cell.startsWith("'") && FORMULA.test(cell.slice(1)) ? cell.slice(1) : cell;
