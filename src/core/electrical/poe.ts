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
  poeThrough(type, loopOhms(gauge, metres, celsius) / (type.pairs === 4 ? 4 : 2));
