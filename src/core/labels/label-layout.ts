/** A box on a label, in millimetres from the label's upper left corner. */
export interface Box {
  x: number;
  y: number;
  width: number;
  height: number;
}

/** What lies where on a label: the code at the left where there is room, text beside it. */
export interface LabelLayout {
  code: Box | null;
  large: Box;
  small: Box[];
}

/** White left round a label's print, in millimetres. Our judgement. */
const PAD = 1.5;
/** A code smaller than this is not read by a phone; larger ones only take room. In millimetres, our judgement. */
const CODE_LEAST = 9;
const CODE_MOST = 22;
const SMALL_LINE = 0.2;

/** Lays a label out. `lines` is how many small lines there are. */
export function layLabel(width: number, height: number, lines: number, withCode: boolean): LabelLayout {
  const side = Math.min(height - 2 * PAD, CODE_MOST, (width - 3 * PAD) * 0.5);
  const code = withCode && side >= CODE_LEAST ? { x: PAD, y: (height - side) / 2, width: side, height: side } : null; // prettier-ignore
  const x = code ? code.x + code.width + PAD : PAD;
  const right = width - PAD;
  const inner = height - 2 * PAD;
  const small = lines ? Math.min(5, inner * SMALL_LINE) : 0;
  const large = inner - lines * small;
  return {
    code,
    large: { x, y: PAD, width: right - x, height: large },
    small: Array.from({ length: lines }, (_, i) => ({ x, y: PAD + large + i * small, width: right - x, height: small })), // prettier-ignore
  };
}
