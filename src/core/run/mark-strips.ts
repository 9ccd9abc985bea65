import type { RunTakes } from './takes';

/** Longest strip a sheet of A4 takes across within its margins, in millimetres. ISO 216: A4 is 297 mm long. */
export const STRIP_MM = 270;

/** A strip of paper with the marks of clips, at life size: where on its stretch it lies, and its marks from its left edge, in millimetres. */
export interface MarkStrip {
  stretch: number;
  fromMm: number;
  toMm: number;
  lengthMm: number;
  marks: { mm: number; bend: boolean }[];
}

/** The clips of a run as strips that are laid end to end along the wall: every clip on one of them. */
export function markStrips({ clips, laid }: Pick<RunTakes, 'clips' | 'laid'>): MarkStrip[] {
  const out: MarkStrip[] = [];
  for (const { index, step } of laid.stretches) {
    const own = clips.filter((c) => c.stretch === index);
    if (!own.length) continue;
    const whole = step.metres * 1000;
    for (let fromMm = 0; fromMm < whole - 1e-6; fromMm += STRIP_MM) {
      const toMm = Math.min(whole, fromMm + STRIP_MM);
      const marks = own
        .map((c) => ({ mm: c.along * 1000 - fromMm, bend: c.bend ?? false }))
        .filter((m) => m.mm >= 0 && (m.mm < STRIP_MM || toMm === whole) && m.mm <= toMm - fromMm);
      out.push({ stretch: index, fromMm, toMm, lengthMm: toMm - fromMm, marks });
    }
  }
  return out;
}
