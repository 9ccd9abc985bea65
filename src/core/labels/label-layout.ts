import type { LabelSheet } from './label-sheet';

/** A box on a label, in millimetres from the label's upper left corner. */
export interface Box {
  x: number;
  y: number;
  width: number;
  height: number;
}

/** One line of a label where it is written, as large as its box allows. */
export interface LabelLine extends Box {
  text: string;
  bold: boolean;
}

/** What lies where on a label: the code at the left where there is room, lines of text beside it. */
export interface LabelLayout {
  code: Box | null;
  lines: LabelLine[];
}

/** How a label is used: flat on its place, or round a cable with a clear tail over the print. */
export type LabelForm = 'flat' | 'wrap';

/** White that has to stay round the print of a label, in millimetres. */
export interface Inset {
  left: number;
  top: number;
  right: number;
  bottom: number;
}

/** White round a label's print, in millimetres. Our judgement. */
const PAD = 1.5;
/** A code smaller than this is not read by a phone; larger ones only take room. In millimetres, our judgement. */
const CODE_LEAST = 9;
const CODE_MOST = 22;
/** Width of a letter of the mono typeface, and height of a line, in parts of the size of its letters: as its font file has them. */
export const LETTER_WIDTH = 0.62;
export const LINE_HEIGHT = 1.2;
/** Most of the height that the large line takes while small ones want more. Our judgement. */
const LARGE_SHARE = 0.6;
/** Part of a wrap-round label's height that carries print; the clear rest goes over it. Our judgement, as such labels come. */
const PRINTED_SHARE = 0.4;
/** Lines of a wrap-round label are no lower than this, in millimetres, and there are at least two to be read from any side. */
const BAND = 6;

/** How high a line may be before its text is wider than its room. */
const highest = (text: string, width: number): number =>
  (width / (Math.max(1, text.length) * LETTER_WIDTH)) * LINE_HEIGHT;

/**
 * Lines one below the other, as large as they fit: no line is higher than its width allows, the large one leaves the
 * small ones their share, and what neither can use stays white round all of them.
 */
function stack(large: string, small: readonly string[], box: Box): LabelLine[] {
  const wanted = [large, ...small].map((t) => Math.min(box.height, highest(t, box.width)));
  const smallWants = wanted.slice(1).reduce((a, b) => a + b, 0);
  const first = small.length
    ? Math.min(wanted[0]!, Math.max(LARGE_SHARE * box.height, box.height - smallWants))
    : wanted[0]!;
  const left = box.height - first;
  const scale = smallWants ? Math.min(1, left / smallWants) : 0;
  const heights = [first, ...wanted.slice(1).map((h) => h * scale)];
  let y = box.y + (box.height - heights.reduce((a, b) => a + b, 0)) / 2;
  return [large, ...small].map((text, i) => {
    const line = { text, bold: i === 0, x: box.x, y, width: box.width, height: heights[i]! };
    y += heights[i]!;
    return line;
  });
}

/** Lays a label out: its large line and its small ones, with the code beside them where it is asked for and has room. */
export function layLabel(
  size: { width: number; height: number },
  label: { large: string; small: readonly string[] },
  withCode: boolean,
  form: LabelForm = 'flat',
  inset: Inset = { left: 0, top: 0, right: 0, bottom: 0 },
): LabelLayout {
  const pad = (side: keyof Inset) => Math.max(PAD, inset[side]);
  const printed = form === 'wrap' ? Math.max(2 * BAND, size.height * PRINTED_SHARE) : size.height;
  const height = Math.min(printed, size.height) - pad('top') - (printed < size.height ? 0 : pad('bottom'));
  const width = size.width - pad('left') - pad('right');
  const side = Math.min(height, CODE_MOST, (width - PAD) * 0.5);
  const code = withCode && side >= CODE_LEAST ? { x: pad('left'), y: pad('top') + (height - side) / 2, width: side, height: side } : null; // prettier-ignore
  const x = code ? code.x + code.width + PAD : pad('left');
  const box = { x, y: pad('top'), width: pad('left') + width - x, height };
  if (form === 'flat') return { code, lines: stack(label.large, label.small, box) };
  // Round a cable one side is never seen whole: the same lines again and again.
  const bands = Math.max(2, Math.floor(height / BAND));
  const each = height / bands;
  const lines = Array.from(
    { length: bands },
    (_, i) =>
    stack(label.large, each >= BAND ? label.small.slice(0, 1) : [], { ...box, y: box.y + i * each, height: each }), // prettier-ignore
  );
  return { code, lines: lines.flat() };
}

/** What an office printer leaves white along a page's edges, in millimetres. Common practice, no source. */
export const UNPRINTABLE = 5;
/** Pages narrower than this are tape or rolls, whose printers reach their edges. Our judgement. */
const ROLL = 105;

/** What of a label at this place has to stay white because the printer does not reach it. */
export function insetAt(sheet: LabelSheet, at: { x: number; y: number }): Inset {
  if (sheet.pageWidth < ROLL || sheet.pageHeight < ROLL) return { left: 0, top: 0, right: 0, bottom: 0 };
  const short = (room: number) => Math.max(0, UNPRINTABLE - room);
  return {
    left: short(at.x),
    top: short(at.y),
    right: short(sheet.pageWidth - at.x - sheet.labelWidth),
    bottom: short(sheet.pageHeight - at.y - sheet.labelHeight),
  };
}
