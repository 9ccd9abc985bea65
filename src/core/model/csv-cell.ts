/** What a spreadsheet takes for a formula: led by one of its signs, blanks and line ends before it or not. */
const FORMULA = /^\s*[=+\-@]|^[\t\r\n]/;
const NUMBER = /^-?\d+(?:[.,]\d+)?$/;

/** Text behind the apostrophes it is led by: one more leads what has some already, so that it comes back unchanged. */
const inner = (text: string) => text.replace(/^'+/, '');

/** Text as a cell that no spreadsheet computes: an apostrophe leads what looks like a formula. */
export const plainCell = (text: string): string =>
  FORMULA.test(inner(text)) && !NUMBER.test(text) && text.trim() !== '-' ? `'${text}` : text;

/** A cell as it was before `plainCell`. */
export const fromPlainCell = (cell: string): string =>
  cell.startsWith("'") && FORMULA.test(inner(cell)) ? cell.slice(1) : cell;
