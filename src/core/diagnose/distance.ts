import type { Distance } from '../reading/reading';
import { CONTACTS, type NumberedContact } from '../wiring/conductors';
import { NONE, type CompactCable, type CompactEnd } from './compact';

/** Length taken for a link of which none is known, in metres: the contract's default. */
export const DEFAULT_LENGTH = 30;

/** Normal error of a distance reading, in metres: 0.3 m + 1 % of the distance (our judgement). */
export const distanceSigma = (metres: number): number => 0.3 + 0.01 * metres;

type Place = 'near' | 'far' | `span:${string}` | null;

/** Where the first open or short lies that is seen from an end along the conductor on one of its contacts. */
function firstFault(
  from: 'head' | 'tail',
  contact: number,
  head: CompactEnd,
  tail: CompactEnd,
  cable: CompactCable,
): Place {
  const [near, far] = from === 'head' ? [head, tail] : [tail, head];
  const bridged = (end: CompactEnd, c: number) => end.bridges.some(([a, b]) => a === c || b === c);
  if ((near.open >> contact) & 1 || bridged(near, contact)) return 'near';
  const k = near.seats[contact]!;
  if (k === NONE) return 'near';
  const [nearNick, farNick] = from === 'head' ? [cable.head, cable.tail] : [cable.tail, cable.head];
  if ((nearNick >> k) & 1) return 'near';
  const join = cable.bridges.find(([a, b]) => a === k || b === k);
  if (join) return `span:${join.join('+')}`;
  if ((cable.span >> k) & 1) return cable.span === 0xff ? 'span:cut' : `span:${k}`;
  if ((farNick >> k) & 1) return 'far';
  const c = far.seats.indexOf(k);
  return c < 0 || (far.open >> c) & 1 || bridged(far, c) ? 'far' : null;
}

/**
 * Logarithm of how likely the distances are for this copper. A fault at an end lies at 0 m from it; one in the
 * span lies anywhere along it, all places alike, and all distances to the same fault share its place. As soon as it
 * cannot reach `floor` with `most` added to it, the most the distances can add, it is minus infinity.
 */
export function distanceLogLikelihood(
  distances: readonly Distance[],
  lengthMetres: number,
  head: CompactEnd,
  tail: CompactEnd,
  cable: CompactCable,
  floor = -Infinity,
  most = Infinity,
): number {
  let log = 0;
  const spans = new Map<string, { x: number; sigma: number }[]>();
  for (const d of distances) {
    if (d.contact === 'S') continue;
    const place = firstFault(d.from, CONTACTS.indexOf(d.contact as NumberedContact), head, tail, cable);
    if (place === null) continue;
    if (log + most < floor) return -Infinity;
    const sigma = distanceSigma(d.metres);
    if (place === 'near') log += logNormal(d.metres, 0, sigma);
    else if (place === 'far') log += logNormal(d.metres, lengthMetres, sigma);
    else
      spans.set(place, [
        ...(spans.get(place) ?? []),
        { x: d.from === 'head' ? d.metres : lengthMetres - d.metres, sigma },
      ]);
  }
  for (const readings of spans.values()) log += logUniformlyPlaced(readings, lengthMetres);
  return log;
}

/** What the distances can add at most, whatever the copper. */
export const greatestDistanceLogLikelihood = (distances: readonly Distance[]): number =>
  distances.reduce((sum, d) => sum + Math.max(0, logNormal(0, 0, distanceSigma(d.metres))), 0);

const logNormal = (x: number, mean: number, sigma: number) =>
  -0.5 * ((x - mean) / sigma) ** 2 - Math.log(sigma * Math.sqrt(2 * Math.PI));

/** Log of the product of normal errors, averaged over a place that is uniform on 0 to `length`. */
function logUniformlyPlaced(readings: readonly { x: number; sigma: number }[], length: number): number {
  const tau = readings.reduce((s, r) => s + r.sigma ** -2, 0);
  const mean = readings.reduce((s, r) => s + r.x * r.sigma ** -2, 0) / tau;
  const peak = readings.reduce((s, r) => s + logNormal(r.x, mean, r.sigma), 0);
  const root = Math.sqrt(tau);
  const within = normalCdf((length - mean) * root) - normalCdf(-mean * root);
  return peak + 0.5 * Math.log((2 * Math.PI) / tau) + Math.log(Math.max(within, 1e-300)) - Math.log(length);
}

/** Standard normal distribution function; error under 1.5e-7 (Abramowitz and Stegun 7.1.26, from memory). */
function normalCdf(z: number): number {
  const x = Math.abs(z) / Math.SQRT2;
  const t = 1 / (1 + 0.3275911 * x);
  const erf =
    1 -
    ((((1.061405429 * t - 1.453152027) * t + 1.421413741) * t - 0.284496736) * t + 0.254829592) *
      t *
      Math.exp(-x * x);
  return z >= 0 ? (1 + erf) / 2 : (1 - erf) / 2;
}
