import type { LaidRun } from './way';

/** Least radius of a bend of a four-pair cable as it lies, in outer diameters. TIA-568.2-D, from memory. */
export const BEND_DIAMETERS = 4;

/** A bend that is tighter than its cable bears, or a loop: before which step, its radius and the least one. */
export interface TightBend {
  index: number;
  radiusMm: number;
  leastMm: number;
}

/** Bends and loops whose radius was said and is under four diameters of the cable. */
export function tightBends(laid: LaidRun, jacketMm: number): TightBend[] {
  const leastMm = BEND_DIAMETERS * jacketMm;
  const bent = new Set(laid.bends.map((b) => b.index));
  return laid.stretches.flatMap(({ step, index }) =>
    (bent.has(index) || step.go === 'loop') && step.radiusMm !== undefined && step.radiusMm < leastMm
      ? [{ index, radiusMm: step.radiusMm, leastMm }]
      : [],
  );
}
