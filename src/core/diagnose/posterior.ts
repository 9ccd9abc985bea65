import { expectedAnswer } from '../wiring/schemes';
import {
  CONDUCTORS,
  CONTACT_PAIRS,
  CONTACTS,
  otherEnd,
  type Contact,
  type End,
  type NumberedContact,
  type PairConductor,
} from '../wiring/conductors';
import { ANY_LEAD_FAULT, ANY_MISTAKE, WRONG_SETTING, type Weights } from './catalogue';
import { splitMask, type CompactEnd } from './compact';
import { distanceLogLikelihood, MOST_LEAD, rulerFor } from './distance';
import {
  joinsThrough,
  leadChance,
  LEAD_STATES,
  reachedByTester,
  READS_GOOD,
  SOUND,
  type LeadState,
} from './leads';
import { leadSuspicion } from './recent';
import type { PlaceStates } from './place-states';
import type { Hypothesis } from './plan';
import type { ReadingIndex, Visit } from './reading-index';
import type { DiagnoseInput, Look } from './types';

/** One way in which the eight numbered conductors may lie, with its share of the belief. */
export interface Candidate extends Hypothesis {
  /** Numbers of the states in the index, for their mistakes. */
  numbers: Record<End | 'cable', number>;
}

/** Weights of the mistakes at each place of one link. */
export type LinkWeights = Record<End | 'cable', Record<string, number>> & { lead: Weights['lead'] };

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
  if (look.open !== undefined && look.open !== Boolean(((end.open & ~end.looksHome) >> i) & 1)) return false;
  return look.bridged === undefined || look.bridged === end.bridges.some(([a, b]) => a === i || b === i);
}

/**
 * The candidates that an index has for a reading, most likely first, their probabilities adding up to 1: prior
 * times how well each agrees with splits, joins, looks, read-backs, what was done again, distances and the readings
 * before this one.
 */
export function posterior(index: ReadingIndex, weights: LinkWeights, input: DiagnoseInput): Candidate[] {
  const { reading, knowledge, link } = input;
  const walk = numberedMasks(reading.walk);
  const splits = reading.splits && reading.splits.reduce((m, p) => m | (1 << CONTACT_PAIRS.indexOf(p)), 0);
  const joins = reading.joins && [...jointMasks(reading.joins.head), ...jointMasks(reading.joins.tail)];
  const priors = {
    head: chancesOf(index.head, weights.head, knowledge.readBack.includes('head')),
    tail: chancesOf(index.tail, weights.tail, knowledge.readBack.includes('tail')),
    cable: chancesOf(index.cable, weights.cable, false),
  };
  const leads = { head: leadPriors('head', index, weights, input, priors), tail: leadPriors('tail', index, weights, input, priors) }; // prettier-ignore
  const ruler = rulerFor(
    reading.distances ?? [],
    { measured: reading.lengthMetres, planned: link.lengthMetres },
    {
      head: input.leads.head === 'none' || reading.leadsSubtracted ? 0 : MOST_LEAD,
      tail: input.leads.tail === 'none' || reading.leadsSubtracted ? 0 : MOST_LEAD,
    },
  );
  const wrongSetting = knowledge.checked ? 0 : WRONG_SETTING;

  const looksAt = (end: End) => knowledge.looked.filter((l) => l.end === end);
  const [headLooks, tailLooks] = [looksAt('head'), looksAt('tail')];
  const fits = <S>(states: PlaceStates<S>, test: (s: S) => boolean) => {
    const known = new Uint8Array(states.upTo.at(-1)!);
    return (i: number) => (known[i] ||= test(states.state(i)) ? 1 : 2) === 1;
  };
  const headFits = fits(index.head, (end) => headLooks.every((l) => agrees(end, l)));
  const tailFits = fits(index.tail, (end) => tailLooks.every((l) => agrees(end, l)));
  const splitsFit = fits(index.head, (end) => splits === undefined || splitMask((c) => reachedByTester(end, SOUND, c), walk) === splits); // prettier-ignore
  const again = doneAgain(index, input);

  const found: {
    h: number;
    t: number;
    c: number;
    lh: LeadState;
    lt: LeadState;
    wrong: boolean;
    log: number;
  }[] = [];
  let best = -Infinity;
  let neglected = 0;
  const weigh =
    (likelyOnes: boolean, wrong: boolean): Visit =>
    (h, t, c, lh, lt) => {
      if (!headFits(h) || !tailFits(t)) return;
      const chance =
        priors.head(h) *
        priors.tail(t) *
        priors.cable(c) *
        leads.head[lh]! *
        leads.tail[lt]! *
        (wrong ? wrongSetting : 1 - wrongSetting) *
        again(h, t, c, lh, lt, wrong);
      if (chance <= 0 || chance >= LIKELY !== likelyOnes) return;
      const prior = Math.log(chance);
      const floor = best + Math.log(NEGLIGIBLE);
      // Distances take from it and never add.
      if (prior < floor) {
        if (ruler.distances.length === 0) neglected += chance;
        return;
      }
      const [head, tail, cable] = [index.head.state(h), index.tail.state(t), index.cable.state(c)];
      if (!wrong) {
        if (lh === SOUND ? !splitsFit(h) : splits !== undefined && splitMask((x) => reachedByTester(head, lh, x), walk) !== splits) return; // prettier-ignore
        if (joins && joinsThrough(head, tail, cable, lh, lt).some((m, i) => m !== joins[i])) return;
      }
      const log =
        ruler.distances.length && !wrong
          ? prior + distanceLogLikelihood(ruler, { head, tail, cable, headLead: lh, tailLead: lt })
          : prior;
      if (log < floor) return;
      best = Math.max(best, log);
      found.push({ h, t, c, lh, lt, wrong, log });
    };
  const nothing = walk.every((m) => m === 0) && !reading.joins?.head.length && !reading.joins?.tail.length;
  for (const likelyOnes of [true, false]) {
    index.each(walk, weigh(likelyOnes, false));
    // In a wrong setting the link may be anything; with more than one mistake besides it weighs nothing.
    if (nothing && wrongSetting > 0 && !splits) singly(index, weigh(likelyOnes, true));
  }
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
      numbers: { head: f.h, tail: f.t, cable: f.c },
      head: index.head.state(f.h),
      tail: index.tail.state(f.t),
      cable: index.cable.state(f.c),
      headLead: f.lh,
      tailLead: f.lt,
      wrongSetting: f.wrong,
      probability: f.probability / total,
    }));
}

/** Everything right, and every single mistake there is. */
function singly(index: ReadingIndex, visit: Visit): void {
  visit(0, 0, 0, SOUND, SOUND);
  for (let h = 1; h < index.head.upTo[1]!; h++) visit(h, 0, 0, SOUND, SOUND);
  for (let t = 1; t < index.tail.upTo[1]!; t++) visit(0, t, 0, SOUND, SOUND);
  for (let c = 1; c < index.cable.upTo[1]!; c++) visit(0, 0, c, SOUND, SOUND);
  for (let lead = 1; lead < LEAD_STATES; lead++) {
    visit(0, 0, 0, lead, SOUND);
    visit(0, 0, 0, SOUND, lead);
  }
}

/** Chances of a place's states, each worked out when it is first asked for. */
function chancesOf<S>(states: PlaceStates<S>, list: Record<string, number>, readBack: boolean) {
  const kinds = states.kinds(list, readBack);
  const known = new Float64Array(states.upTo.at(-1)!).fill(-1);
  return (i: number): number => {
    if (known[i]! < 0) known[i] = states.chance(i, kinds);
    return known[i]!;
  };
}

/** Chances of an end's lead states, after the readings before this one; of the bad ones, only where they show. */
function leadPriors(
  end: End,
  index: ReadingIndex,
  weights: LinkWeights,
  input: DiagnoseInput,
  priors: Record<End | 'cable', (i: number) => number>,
): Float64Array {
  const { knowledge } = input;
  const sure = input.leads[end] === 'none' || knowledge.swapped.includes(end);
  const any = sure ? 0 : ANY_LEAD_FAULT[input.leads[end]];
  const out = Float64Array.from({ length: LEAD_STATES }, (_, lead) =>
    lead === SOUND ? 1 - any : any && (1 - READS_GOOD) * leadChance(lead, any, weights),
  );
  if (any && knowledge.recent.length) {
    const suspicion = leadSuspicion(end, knowledge.recent, (walk) => {
      let sum = 0;
      index.each(walk, (h, t, c, lh, lt) => {
        if (lh === SOUND && lt === SOUND) sum += priors.head(h) * priors.tail(t) * priors.cable(c);
      });
      return sum;
    });
    for (let lead = 1; lead < LEAD_STATES; lead++) out[lead]! *= suspicion[lead]!;
  }
  return out;
}

/** Chance that something goes wrong in the way it went wrong before: our own judgement. */
const SAME_AGAIN = 0.1;

/**
 * What was done again is new, and the rest of the link has failed a reading already. Where the rest is sound, what was
 * there before was bad and what is new is bad again in a way that shows the same; where it is not, nothing of the kind
 * had to happen. A bent contact is not new after its slot was punched again.
 */
function doneAgain(index: ReadingIndex, { knowledge }: DiagnoseInput) {
  const { redone, repunched } = knowledge;
  if (redone.length === 0 && repunched.length === 0) return () => 1;
  const slots = (end: End) =>
    repunched.reduce(
      (m, r) => (r.end === end && r.contact !== 'S' ? m | (1 << CONTACTS.indexOf(r.contact as '1')) : m),
      0,
    );
  /** Contacts that are not as they should be, but for those that are new. */
  const oldWrong = (end: End) => {
    const states = index[end];
    const punched = slots(end);
    const known = new Uint8Array(states.upTo.at(-1)!);
    const test = (s: CompactEnd): boolean => {
      if (redone.includes(end)) return false;
      let wrong = s.open & (s.bent | ~punched);
      for (let i = 0; i < 8; i++)
        if (s.seats[i] !== states.right.seats[i] && !((punched >> i) & 1)) wrong |= 1 << i;
      return wrong !== 0 || s.bridges.some(([a, b]) => !((punched >> a) & 1) && !((punched >> b) & 1));
    };
    return (i: number) => (known[i] ||= test(states.state(i)) ? 1 : 2) === 1;
  };
  const [headOld, tailOld] = [oldWrong('head'), oldWrong('tail')];
  const newOnes = ANY_MISTAKE * SAME_AGAIN;
  return (h: number, t: number, c: number, lh: LeadState, lt: LeadState, wrong: boolean): number => {
    const cable = index.cable.state(c);
    const nicked = (end: End) => cable[end] !== 0 && !redone.includes(end);
    const restBad =
      wrong ||
      lh !== SOUND ||
      lt !== SOUND ||
      headOld(h) ||
      tailOld(t) ||
      nicked('head') ||
      nicked('tail') ||
      cable.span !== 0 ||
      cable.bridges.length > 0;
    return restBad ? 1 : newOnes;
  };
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

/** Whether the lead at an end may be bad: there is one, it is not proven, and it was not changed. */
export const leadInDoubt = (input: Pick<DiagnoseInput, 'leads' | 'knowledge'>, end: End): boolean =>
  (input.leads[end] === 'unproven' || input.leads[end] === 'stale') && !input.knowledge.swapped.includes(end);

/** The end a technician stands at, then the other. */
export const nearFirst = (at: End): [End, End] => [at, otherEnd(at)];
