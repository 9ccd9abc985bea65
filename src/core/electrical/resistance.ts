import { diameterOfGauge } from './awg';

/** Resistivity of annealed copper at 20 °C, ohm metres. IEC 60028 (from memory). */
export const COPPER_OHM_METRES = 1.7241e-8;
/** What its resistance gains a kelvin, as a share. IEC 60028 (from memory). */
export const COPPER_PER_KELVIN = 0.00393;
/** Most unbalance of the two conductors of a pair in a channel: a share or ohms, the larger. TIA-568 (from memory). */
export const MOST_UNBALANCE = { share: 0.03, ohms: 0.2 } as const;
/** What twisting makes of a conductor over the length of its cable. Our judgement. */
export const TWIST_TAKE_UP = 1.02;

/** Resistance in ohms of one solid conductor of a gauge and length, from the copper alone. */
export function conductorOhms(gauge: number, metres: number, celsius = 20): number {
  const area = (Math.PI / 4) * (diameterOfGauge(gauge) * 1e-3) ** 2;
  return ((COPPER_OHM_METRES * metres) / area) * (1 + COPPER_PER_KELVIN * (celsius - 20));
}

/** Resistance of a pair there and back, as its cable is long: two conductors, a little longer by their twist. */
export const loopOhms = (gauge: number, metres: number, celsius = 20): number =>
  2 * TWIST_TAKE_UP * conductorOhms(gauge, metres, celsius);

/** Most difference of the two conductors of a pair, in ohms, for a loop of so many. */
export const mostUnbalanceOhms = (loop: number): number =>
  Math.max(MOST_UNBALANCE.share * loop, MOST_UNBALANCE.ohms);
