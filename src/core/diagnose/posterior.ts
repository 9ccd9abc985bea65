import { sense } from '../copper/sense';
import { expectedAnswer } from '../wiring/schemes';
import {
  CONDUCTORS,
  CONTACT_PAIRS,
  CONTACTS,
  type Contact,
  type End,
  type NumberedContact,
  type PairConductor,
} from '../wiring/conductors';
import { ANY_MISTAKE } from './catalogue';
import { joinMasks, splitMask, wideCable, wideEnd, type CompactCable, type CompactEnd } from './compact';
import { DEFAULT_LENGTH, distanceLogLikelihood, greatestDistanceLogLikelihood } from './distance';
import type { PlaceState, PlaceWeights } from './place-states';
import type { ReadingIndex } from './reading-index';
import type { DiagnoseInput, Look } from './types';

/** One way in which the eight numbered conductors may lie, with its share of the belief. */
export interface Candidate {
  head: PlaceState<CompactEnd>;
  tail: PlaceState<CompactEnd>;
  cable: PlaceState<CompactCable>;
  probability: number;
}

/** Probabilities of every state an index knows. */
export interface IndexWeights {
  head: PlaceWeights;
  tail: PlaceWeights;
  cable: PlaceWeights;
}

/** Prior from which a candidate is weighed first, so that the many unlikely ones can be told apart early. */
const LIKELY = 1e-6;
/** Candidates this much less likely than another are only counted, not kept. */
const NEGLIGIBLE = 1e-6;

/** Masks of tail contacts of the eight numbered head contacts; S is left out. */
export const numberedMasks = (walk: DiagnoseInput['reading']['walk']): Uint8Array =>
  Uint8Array.from(CONTACTS, (_, i) =>
    walk[i]!.reduce((m, c) => (c === 'S' ? m : m | (1 << CONTACTS.indexOf(c as NumberedContact))), 0),
  );

/** Whether copper at an end agrees with what a look at it showed. S is not judged here. */
export function agrees(end: CompactEnd, look: Look): boolean {
  if (look.contact === 'S') return true;
  const i = CONTACTS.indexOf(look.contact as NumberedContact);
  if (end.seats[i] !== CONDUCTORS.indexOf(look.conductor as PairConductor)) return false;
  if (look.open !== undefined && look.open !== Boolean((end.open >> i) & 1)) return false;
  return look.bridged === undefined || look.bridged === end.bridges.some(([a, b]) => a === i || b === i);
}

/**
 * The candidates that an index has for a reading, most likely first, their probabilities adding up to 1: prior
 * times how well each agrees with splits, joins, looks, read-backs, redone ends and distances.
 */
export function posterior(index: ReadingIndex, weights: IndexWeights, input: DiagnoseInput): Candidate[] {
  const { reading, knowledge, link } = input;
  const walk = numberedMasks(reading.walk);
  const splits = reading.splits && reading.splits.reduce((m, p) => m | (1 << CONTACT_PAIRS.indexOf(p)), 0);
  const joins = reading.joins && [...jointMasks(reading.joins.head), ...jointMasks(reading.joins.tail)];
  const looksAt = (end: End) => knowledge.looked.filter((l) => l.end === end);
  const [headLooks, tailLooks] = [looksAt('head'), looksAt('tail')];
  const prior = (end: End) => (knowledge.readBack.includes(end) ? weights[end].readBack : weights[end].plain);
  const [headPrior, tailPrior] = [prior('head'), prior('tail')];
  const length = link.lengthMetres ?? reading.lengthMetres ?? DEFAULT_LENGTH;
  const distances = reading.distances ?? [];

  const found: { h: number; t: number; c: number; log: number }[] = [];
  const headFits = remembered(
    index.head.states.length,
    (end: CompactEnd) =>
      (splits === undefined || splitMask(end, walk) === splits) && headLooks.every((l) => agrees(end, l)),
  );
  const tailFits = remembered(index.tail.states.length, (end: CompactEnd) =>
    tailLooks.every((l) => agrees(end, l)),
  );
  const mostFromDistances = greatestDistanceLogLikelihood(distances);
  let best = -Infinity;
  let neglected = 0;
  const weigh = (likelyOnes: boolean) => (h: number, t: number, c: number) => {
    const [head, tail, cable] = [
      index.head.states[h]!.state,
      index.tail.states[t]!.state,
      index.cable.states[c]!.state,
    ];
    if (!headFits(h, head) || !tailFits(t, tail)) return;
    const chance =
      headPrior[h]! *
      tailPrior[t]! *
      weights.cable.plain[c]! *
      redoneFactor(head, tail, cable, h, t, knowledge.redone);
    if (chance <= 0 || chance >= LIKELY !== likelyOnes) return;
    const prior = Math.log(chance);
    const floor = best + Math.log(NEGLIGIBLE);
    if (prior + mostFromDistances < floor) {
      if (distances.length === 0) neglected += chance;
      return;
    }
    if (joins && joinMasks(head, tail, cable).some((m, i) => m !== joins[i])) return;
    const log = distances.length
      ? prior + distanceLogLikelihood(distances, length, head, tail, cable, floor - prior, mostFromDistances)
      : prior;
    if (log < floor) return;
    best = Math.max(best, log);
    found.push({ h, t, c, log });
  };
  index.each(walk, weigh(true));
  index.each(walk, weigh(false));
  let total = neglected / Math.exp(best);
  const weighed = found.map((f) => {
    const probability = Math.exp(f.log - best);
    total += probability;
    return { ...f, probability };
  });
  return weighed
    .filter((f) => f.probability > 1e-12)
    .sort((a, b) => b.probability - a.probability)
    .map((f) => ({
      head: index.head.states[f.h]!,
      tail: index.tail.states[f.t]!,
      cable: index.cable.states[f.c]!,
      probability: f.probability / total,
    }));
}

/** A test of numbered states that is made once a state. */
function remembered<S>(states: number, test: (s: S) => boolean): (i: number, s: S) => boolean {
  const known = new Uint8Array(states);
  return (i, s) => (known[i] ||= test(s) ? 1 : 2) === 1;
}

/** Chance that an end goes wrong in the way it went wrong before: our own judgement. */
const SAME_AGAIN = 0.1;

/**
 * An end that was done again is new, and the rest of the link has failed a reading already. Where the rest is
 * sound, the old end was bad and the new one is bad again in a way that shows the same; where it is not, nothing
 * of the kind had to happen.
 */
function redoneFactor(
  head: CompactEnd,
  tail: CompactEnd,
  cable: CompactCable,
  h: number,
  t: number,
  redone: readonly End[],
): number {
  if (redone.length === 0) return 1;
  const headNew = redone.includes('head'),
    tailNew = redone.includes('tail');
  const restBad =
    (!headNew && (h > 0 || cable.head !== 0)) ||
    (!tailNew && (t > 0 || cable.tail !== 0)) ||
    cable.span !== 0 ||
    cable.bridges.length > 0;
  return restBad ? 1 : SAME_AGAIN * (1 - (1 - ANY_MISTAKE) ** redone.length);
}

function jointMasks(groups: readonly (readonly Contact[])[]): number[] {
  return CONTACTS.map((c, i) => {
    const group = groups.find((g) => g.includes(c));
    return group
      ? group.reduce((m, x) => (x === 'S' ? m : m | (1 << CONTACTS.indexOf(x as NumberedContact))), 0)
      : 1 << i;
  });
}

/** Whether the shield path answers as it should and touches nothing else. */
export const shieldIsWell = (walk: DiagnoseInput['reading']['walk']): boolean =>
  walk.length < 9 ||
  (walk[8]!.join() === expectedAnswer('straight', 'S') && walk.slice(0, 8).every((a) => !a.includes('S')));

/** What a whole link shows, from compact places. */
export const senseCompact = (head: CompactEnd, tail: CompactEnd, cable: CompactCable, shielded: boolean) =>
  sense({ head: wideEnd(head, shielded), tail: wideEnd(tail, shielded), cable: wideCable(cable) }, shielded);
