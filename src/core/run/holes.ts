import { classOf, type ConnectorFamily } from '../wiring/connector';
import type { LaidRun } from './way';

/** How far from the corner a hole is made, the same on both sides, in millimetres. Common practice, no source. */
export const FROM_CORNER_MM = 100;
/** What an eight-position plug measures across its corners with its latch, in millimetres. IEC 60603-7, from memory: 11.7 by 8.2. */
const PLUG_ACROSS_MM = Math.hypot(11.7, 8.2);
/** Air round what goes through, in millimetres. Our judgement. */
const ROUND_MM = 1;

/** Diameter of the smallest circle that holds so many circles of diameter 1. Graham and others (1998), from memory; beyond them by area at the density of the last. */
const PACKED = [0, 1, 2, 2.155, 2.414, 2.701, 3, 3, 3.304, 3.613, 3.813, 3.924, 4.03] as const;
/** Outer diameter of a bundle of so many cables alike, in millimetres. */
export function bundleMm(cables: number, jacketMm: number): number {
  const last = PACKED.length - 1;
  return jacketMm * (PACKED[cables] ?? PACKED[last]! * Math.sqrt(cables / last));
}

/** A hole of a run. */
export interface Hole {
  index: number;
  /** Along the cable, in metres. */
  at: number;
  thickMm: number;
  cornerMm: number;
  /** What has to pass: cables alone, or one plug beside those that are through. */
  passMm: number;
  bushings: 2;
  slab?: 'up' | 'down';
  behindKnown: boolean;
  lookedThrough: boolean;
}

/**
 * Holes a run needs, with the width that has to stay free inside the bushing: for all its cables, and for a plug where
 * one goes through before its cable is terminated. `families` are the connectors that may be on first.
 */
export function holesOf(laid: LaidRun, { cables, jacketMm, plugFirst, families }: { cables: number; jacketMm: number; plugFirst: boolean; families: readonly ConnectorFamily[] }): Hole[] {
  const plug = plugFirst && families.some((f) => classOf(f) === 'plug');
  const bundle = bundleMm(Math.max(1, cables), jacketMm);
  // The last plug passes beside the cables that lie in the hole already.
  const passMm = Math.ceil((plug ? PLUG_ACROSS_MM + (cables > 1 ? bundleMm(cables - 1, jacketMm) : 0) : bundle) + ROUND_MM);
  return laid.stretches.flatMap(({ step, index, at }): Hole[] =>
    step.go === 'through'
      ? [{
          index,
          at,
          thickMm: step.metres * 1000,
          cornerMm: step.cornerMm ?? FROM_CORNER_MM,
          passMm,
          bushings: 2,
          ...(step.slab ? { slab: step.slab } : {}),
          behindKnown: step.behindKnown ?? false,
          lookedThrough: step.lookedThrough ?? false,
        }]
      : [],
  );
} // prettier-ignore
