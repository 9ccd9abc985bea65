import type { Measured } from '../model/reading';
import { distanceSigma } from '../diagnose/distance';
import { normalFrom } from './random';

/** What a reflectometer makes of exact distances: each with the error of its kind, the length too, never below nought. */
export function withNoise(reading: Measured, random: () => number): Measured {
  const off = (metres: number) =>
    Math.max(0, Math.round((metres + distanceSigma(metres) * normalFrom(random)) * 10) / 10);
  return {
    ...reading,
    ...(reading.distances
      ? { distances: reading.distances.map((d) => ({ ...d, metres: off(d.metres) })) }
      : {}),
    ...(reading.lengthMetres === undefined ? {} : { lengthMetres: off(reading.lengthMetres) }),
  };
}
