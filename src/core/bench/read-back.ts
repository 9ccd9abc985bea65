import type { BenchConductor, BenchContact } from './seats';

/** A contact that holds what it should not. */
export interface Mismatch {
  contact: BenchContact;
  holds: BenchConductor;
  wants: BenchConductor;
  /** The contact where what is held belongs: the two to exchange first. */
  exchangeWith: BenchContact;
}

/**
 * The first contact, in the order asked, that holds the wrong conductor; null while all read so far are right.
 * `asked` and `wanted` run side by side, `held` may still be shorter.
 */
export function firstMismatch(
  asked: readonly BenchContact[],
  wanted: readonly BenchConductor[],
  held: readonly BenchConductor[],
): Mismatch | null {
  const i = held.findIndex((c, k) => c !== wanted[k]);
  if (i < 0) return null;
  return {
    contact: asked[i]!,
    holds: held[i]!,
    wants: wanted[i]!,
    exchangeWith: asked[wanted.indexOf(held[i]!)]!,
  };
}
