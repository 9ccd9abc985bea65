import { loopOhms } from './resistance';

/** Power over the cable by type: watts at the source and at the device, least volts of the source, pairs used. IEEE 802.3 af, at, bt (from memory). */
export const POE_TYPES = [
  { type: 1, sourceWatts: 15.4, deviceWatts: 12.95, sourceVolts: 44, pairs: 2 },
  { type: 2, sourceWatts: 30, deviceWatts: 25.5, sourceVolts: 50, pairs: 2 },
  { type: 3, sourceWatts: 60, deviceWatts: 51, sourceVolts: 50, pairs: 4 },
  { type: 4, sourceWatts: 90, deviceWatts: 71.3, sourceVolts: 52, pairs: 4 },
] as const;
/** A type of power over the cable. */
export type PoeType = (typeof POE_TYPES)[number];

/** The least type whose device is sure of so many watts; undefined where none is. */
export const leastPoe = (watts: number): PoeType | undefined => POE_TYPES.find((t) => t.deviceWatts >= watts);

/** What arrives at a device. */
export interface PoeArrival {
  watts: number;
  volts: number;
  amperes: number;
  /** Lost in the cable, watts. */
  lost: number;
  /** Whether the device gets what its type promises. */
  enough: boolean;
}

/** What arrives when the source gives all its type allows at its least voltage, through a circuit of so many ohms. */
export function poeThrough(type: PoeType, ohms: number): PoeArrival {
  const amperes = type.sourceWatts / type.sourceVolts;
  const lost = amperes ** 2 * ohms;
  const watts = type.sourceWatts - lost;
  return {
    watts,
    volts: type.sourceVolts - amperes * ohms,
    amperes,
    lost,
    enough: watts >= type.deviceWatts - 0.05,
  };
}

/**
 * What arrives over a cable. Current goes out over one pair in parallel and back over another, so the circuit is half
 * of a pair's loop over two pairs and a quarter over four.
 */
export const poeAtDevice = (type: PoeType, gauge: number, metres: number, celsius = 20): PoeArrival =>
  poeThrough(type, circuitOhms(type, loopOhms(gauge, metres, celsius)));

/** The circuit of a type over pairs of such a loop. */
export const circuitOhms = (type: PoeType, loop: number): number => loop / (type.pairs === 4 ? 4 : 2);

/** How well a bundle leads its heat out, W/(m·K), how well its outside gives it off, W/(m²·K), and how loose it lies. Our judgement. */
const BUNDLE = { inside: 0.12, outside: 6, loose: 1.1 } as const;
/**
 * How much warmer than the air the middle of a bundle gets whose cables all carry power, in kelvin: heat made evenly in
 * a round bundle, led outward and given off to still air. The two figures of it are set so that a hundred cables of
 * category 5e with 0.6 A a pair come to about 10 K, as TIA TSB-184 has it (from memory).
 *
 * @example
 * bundleRise(POE_TYPES[3], 100, 24, 5.2) // about 20 K
 */
export function bundleRise(type: PoeType, cables: number, gauge: number, jacketMm: number): number {
  const amperes = type.sourceWatts / type.sourceVolts / (type.pairs === 4 ? 2 : 1);
  return riseOf(amperes, type.pairs, cables, gauge, jacketMm);
}
/** The same for so many amperes in each pair that carries. */
export function riseOf(
  amperes: number,
  pairs: number,
  cables: number,
  gauge: number,
  jacketMm: number,
): number {
  // A pair carries its current in two conductors side by side: half in each, over half its loop.
  const wattsPerMetre = pairs * (amperes ** 2 * (loopOhms(gauge, 1) / 4));
  const across = (jacketMm / 1000) * Math.sqrt(cables) * BUNDLE.loose;
  const all = cables * wattsPerMetre;
  return all / (4 * Math.PI * BUNDLE.inside) + all / (Math.PI * across * BUNDLE.outside);
}
