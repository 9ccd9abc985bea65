import { COAX_LABELS, type BenchConductor } from '$core/bench/seats';
import { conductorLabel } from '$core/wiring/conductors';

/** How any conductor is written for people, the two of a coax included. */
export const conductorText = (conductor: BenchConductor): string =>
  conductor === 'CENTRE' || conductor === 'BRAID' ? COAX_LABELS[conductor] : conductorLabel(conductor);
