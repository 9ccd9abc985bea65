/** A sheet of labels, in millimetres: how many, how large, and where the first one lies. */
export interface LabelSheet {
  pageWidth: number;
  pageHeight: number;
  columns: number;
  rows: number;
  labelWidth: number;
  labelHeight: number;
  marginLeft: number;
  marginTop: number;
  gapX: number;
  gapY: number;
}

/** Millimetres in an inch: exact. */
export const MM_AN_INCH = 25.4;
/** A4 in millimetres: ISO 216. US Letter: 8½ × 11 inches. */
const A4 = { pageWidth: 210, pageHeight: 297 };
const LETTER = { pageWidth: 8.5 * MM_AN_INCH, pageHeight: 11 * MM_AN_INCH };

/** A sheet in the middle of its page. */
const centred = (
  page: { pageWidth: number; pageHeight: number },
  columns: number,
  rows: number,
  labelWidth: number,
  labelHeight: number,
  gapX = 0,
  gapY = 0,
): LabelSheet => ({
  ...page,
  columns,
  rows,
  labelWidth,
  labelHeight,
  gapX,
  gapY,
  marginLeft: Math.round(50 * (page.pageWidth - columns * labelWidth - (columns - 1) * gapX)) / 100,
  marginTop: Math.round(50 * (page.pageHeight - rows * labelHeight - (rows - 1) * gapY)) / 100,
});
const tape = (height: number, length: number): LabelSheet =>
  centred({ pageWidth: length, pageHeight: height }, 1, 1, length, height);

/** Sizes labels commonly come in; every figure can be adjusted. Common practice, no source. */
export const LABEL_SHEETS: readonly { id: string; name: string; sheet: LabelSheet }[] = [
  { id: 'a4-3x8', name: 'A4, 3 × 8, 70 × 36 mm', sheet: centred(A4, 3, 8, 70, 36) },
  { id: 'a4-3x7', name: 'A4, 3 × 7, 63.5 × 38.1 mm', sheet: centred(A4, 3, 7, 63.5, 38.1, 2.5) },
  { id: 'a4-4x12', name: 'A4, 4 × 12, 45.7 × 21.2 mm', sheet: centred(A4, 4, 12, 45.7, 21.2, 2.5) },
  { id: 'a4-5x13', name: 'A4, 5 × 13, 38.1 × 21.2 mm', sheet: centred(A4, 5, 13, 38.1, 21.2, 2.5) },
  { id: 'letter-3x10', name: 'Letter, 3 × 10, 66.7 × 25.4 mm (2⅝ × 1 in)', sheet: centred(LETTER, 3, 10, 66.7, 25.4, 3) },
  { id: 'letter-4x20', name: 'Letter, 4 × 20, 44.5 × 12.7 mm (1¾ × ½ in)', sheet: centred(LETTER, 4, 20, 44.5, 12.7, 7) },
  { id: 'tape-12', name: 'tape, 12 mm high', sheet: tape(12, 60) },
  { id: 'tape-24', name: 'tape, 24 mm high', sheet: tape(24, 50) },
]; // prettier-ignore

/** The smallest label that can be printed and read, in millimetres. Our judgement. */
export const LEAST_LABEL = { width: 15, height: 6 };

/** Why a sheet cannot be printed, in a sentence; null when it can. */
export function sheetProblem(s: LabelSheet): string | null {
  const width = s.marginLeft + s.columns * s.labelWidth + (s.columns - 1) * s.gapX;
  const height = s.marginTop + s.rows * s.labelHeight + (s.rows - 1) * s.gapY;
  const mm = (n: number) => Math.round(n * 10) / 10;
  // A hundredth of a millimetre forgives figures that were rounded from inches.
  if (width > s.pageWidth + 0.01)
    return `${s.columns} labels side by side take ${mm(width)} mm, the page is ${mm(s.pageWidth)} mm wide: make them narrower or take fewer.`;
  if (height > s.pageHeight + 0.01)
    return `${s.rows} labels one below the other take ${mm(height)} mm, the page is ${mm(s.pageHeight)} mm high: make them lower or take fewer.`;
  if (s.labelWidth < LEAST_LABEL.width || s.labelHeight < LEAST_LABEL.height)
    return `A label under ${LEAST_LABEL.width} × ${LEAST_LABEL.height} mm cannot be read: make it larger.`;
  return null;
}

/** Where a label lies: its page (0 first) and its upper left corner, in millimetres from that of the page. */
export interface LabelPlace {
  page: number;
  x: number;
  y: number;
}

/** Where labels lie, row by row; `skip` labels at the start of the first sheet are used up already. */
export function labelPlaces(sheet: LabelSheet, count: number, skip = 0): LabelPlace[] {
  const perPage = sheet.columns * sheet.rows;
  return Array.from({ length: count }, (_, i) => {
    const at = (i + skip) % perPage;
    return {
      page: Math.floor((i + skip) / perPage),
      x: sheet.marginLeft + (at % sheet.columns) * (sheet.labelWidth + sheet.gapX),
      y: sheet.marginTop + Math.floor(at / sheet.columns) * (sheet.labelHeight + sheet.gapY),
    };
  });
}
