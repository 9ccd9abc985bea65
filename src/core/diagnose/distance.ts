import type { Distance } from '../reading/reading';
import { CONTACTS, type End, type NumberedContact } from '../wiring/conductors';
import { NONE, type CompactCable, type CompactEnd } from './compact';
import { CROSSED, metThrough, type LeadState } from './leads';

/** Most lead, in metres, that lies before a connector where leads are not subtracted: our judgement. */
export const MOST_LEAD = 3;
/** Shortest and longest link, in metres, where nothing is known of its length: our judgement. */
const ANY_LENGTH = { least: 3, most: 90 };

/** Normal error of a distance in metres beside a length of the same instrument: 0.6 m + 1 % (our judgement). */
export const distanceSigma = (metres: number): number => 0.6 + 0.01 * metres;
/** Normal error of a distance in metres taken by itself: 0.6 m + 3 % (our judgement). */
export const absoluteSigma = (metres: number): number => 0.6 + 0.03 * metres;
/** Normal error of a planned length in metres: 1 m + 6 % (our judgement). */
export const plannedSigma = (metres: number): number => 1 + 0.06 * metres;

/** What distances are held against. */
export interface Ruler {
  distances: readonly Distance[];
  /** Lengths the link may have, with the logarithm of how likely each is. */
  lengths: readonly { metres: number; log: number }[];
  /** Whether the length is the instrument's own, so that its error is that of the distances too. */
  measured: boolean;
  /** Most lead before each end's connector, in metres. */
  lead: Record<End, number>;
  sigma(metres: number): number;
}

/** Makes a ruler from what is known of the length: measured, else planned, else nothing. */
export function rulerFor(
  distances: readonly Distance[],
  known: { measured?: number | undefined; planned?: number | undefined },
  lead: Record<End, number>,
): Ruler {
  const spread = (metres: readonly number[], weight: (m: number) => number) => {
    const total = metres.reduce((s, m) => s + weight(m), 0);
    return metres.map((m) => ({ metres: m, log: Math.log(weight(m) / total) }));
  };
  const base = { distances, lead };
  if (known.measured !== undefined)
    return {
      ...base,
      lengths: [{ metres: known.measured, log: 0 }],
      measured: true,
      sigma: distanceSigma,
    };
  if (known.planned !== undefined) {
    const [mean, sd] = [known.planned, plannedSigma(known.planned)];
    const steps = [-2.4, -1.8, -1.2, -0.6, 0, 0.6, 1.2, 1.8, 2.4];
    const metres = steps.map((z) => mean + z * sd).filter((m) => m > 0.5);
    const lengths = spread(metres, (m) => Math.exp(-0.5 * ((m - mean) / sd) ** 2));
    return { ...base, lengths, measured: false, sigma: absoluteSigma };
  }
  const metres: number[] = [];
  for (let m = ANY_LENGTH.least; m <= ANY_LENGTH.most; m += 1.5) metres.push(m);
  return { ...base, lengths: spread(metres, () => 1), measured: false, sigma: absoluteSigma };
}

type Place = 'near' | 'far' | `span:${string}` | null;

/** A link as far as distances go. */
export interface Measurable {
  head: CompactEnd;
  tail: CompactEnd;
  cable: CompactCable;
  headLead: LeadState;
  tailLead: LeadState;
}

/** Where the first open or short lies that is seen from an end along the path of one of the tester's contacts. */
function firstFault(from: End, testerContact: number, m: Measurable): Place {
  const [near, far, nearLead, farLead] =
    from === 'head' ? [m.head, m.tail, m.headLead, m.tailLead] : [m.tail, m.head, m.tailLead, m.headLead];
  const { cable } = m;
  const bridged = (end: CompactEnd, c: number) => end.bridges.some(([a, b]) => a === c || b === c);
  const joinedIn = (lead: LeadState, c: number) => lead > CROSSED && (c === lead - 10 || c === lead - 9);
  const contact = metThrough(nearLead, testerContact);
  if (contact < 0 || joinedIn(nearLead, testerContact)) return 'near';
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
  if (c < 0 || (far.open >> c) & 1 || bridged(far, c)) return 'far';
  for (let t = 0; t < 8; t++) if (metThrough(farLead, t) === c) return joinedIn(farLead, t) ? 'far' : null;
  return 'far';
}

interface Placed {
  metres: number;
  from: End;
}

/**
 * Logarithm of how likely the distances are for this copper, over every length it may have. A fault at an end lies
 * there, up to the lead away; one in the span lies anywhere along it, all places alike; all distances to the same
 * fault share its place. Never above 0: no error here is so small that its density exceeds one.
 */
export function distanceLogLikelihood(ruler: Ruler, link: Measurable): number {
  const near: Record<End, Placed[]> = { head: [], tail: [] };
  const far: Record<End, Placed[]> = { head: [], tail: [] };
  const spans = new Map<string, Placed[]>();
  for (const d of ruler.distances) {
    if (d.contact === 'S') continue;
    const place = firstFault(d.from, CONTACTS.indexOf(d.contact as NumberedContact), link);
    if (place === null) continue;
    const placed = { metres: d.metres, from: d.from };
    if (place === 'near') near[d.from].push(placed);
    else if (place === 'far') far[d.from].push(placed);
    else spans.set(place, [...(spans.get(place) ?? []), placed]);
  }
  let fixed = 0;
  for (const end of ['head', 'tail'] as const)
    if (near[end].length) fixed += placedBetween(near[end], ruler, 0, ruler.lead[end]);
  if (!far.head.length && !far.tail.length && spans.size === 0) return fixed;
  let sum = 0;
  for (const { metres: length, log } of ruler.lengths) {
    let at = log;
    for (const end of ['head', 'tail'] as const) {
      if (!far[end].length) continue;
      const [before, behind] = end === 'head' ? [ruler.lead.head, ruler.lead.tail] : [ruler.lead.tail, ruler.lead.head]; // prettier-ignore
      // An instrument's own length runs from tester to tester, so the far connector lies short of it by the lead there.
      at += ruler.measured
        ? placedBetween(far[end], ruler, Math.max(0, length - behind), length)
        : placedBetween(far[end], ruler, length, length + before);
    }
    for (const list of spans.values()) at += placedAlong(list, ruler, length);
    sum += Math.exp(at);
  }
  return fixed + Math.log(Math.max(sum, 1e-300));
}

const ROOT_TWO_PI = Math.sqrt(2 * Math.PI);
const logNormal = (x: number, mean: number, sigma: number) =>
  -0.5 * ((x - mean) / sigma) ** 2 - Math.log(sigma * ROOT_TWO_PI);

/** Distances to one fault that lies anywhere between two places, all alike; at one place where they are the same. */
function placedBetween(list: readonly Placed[], ruler: Ruler, least: number, most: number): number {
  return averaged(
    list.map((d) => ({ x: d.metres, sigma: ruler.sigma(d.metres) })),
    least,
    most,
  );
}

/** Distances to one fault in the span of a link of this length, seen from either end. */
function placedAlong(list: readonly Placed[], ruler: Ruler, length: number): number {
  const shift = (end: End) => (ruler.measured ? 0 : ruler.lead[end] / 2);
  return averaged(
    list.map((d) => ({
      x: d.from === 'head' ? d.metres - shift('head') : length - d.metres + shift('tail'),
      sigma: ruler.sigma(d.metres),
    })),
    0,
    length,
  );
}

/** Log of the product of normal errors, averaged over a place that is uniform between `least` and `most`. */
function averaged(readings: readonly { x: number; sigma: number }[], least: number, most: number): number {
  if (most - least < 1e-6) return readings.reduce((s, r) => s + logNormal(r.x, least, r.sigma), 0);
  const tau = readings.reduce((s, r) => s + r.sigma ** -2, 0);
  const mean = readings.reduce((s, r) => s + r.x * r.sigma ** -2, 0) / tau;
  const peak = readings.reduce((s, r) => s + logNormal(r.x, mean, r.sigma), 0);
  const root = Math.sqrt(tau);
  const within = normalBetween((least - mean) * root, (most - mean) * root);
  return (
    peak + 0.5 * Math.log((2 * Math.PI) / tau) + Math.log(Math.max(within, 1e-300)) - Math.log(most - least)
  );
}

/** Chance of a standard normal between two values, by the tail on their side so that small ones do not vanish. */
function normalBetween(a: number, b: number): number {
  return a > 0
    ? upperTail(a) - upperTail(b)
    : b < 0
      ? upperTail(-b) - upperTail(-a)
      : 1 - upperTail(-a) - upperTail(b);
}

/** Chance of a standard normal above z ≥ 0; relative error under 1.2e-7 (a Chebyshev fit of erfc, from memory). */
function upperTail(z: number): number {
  const x = z / Math.SQRT2;
  const t = 1 / (1 + 0.5 * x);
  const fit = [0.17087277, -0.82215223, 1.48851587, -1.13520398, 0.27886807, -0.18628806, 0.09678418, 0.37409196, 1.00002368, -1.26551223]; // prettier-ignore
  return 0.5 * t * Math.exp(-x * x + fit.reduce((sum, c) => sum * t + c, 0));
}
