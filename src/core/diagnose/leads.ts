import { SOUND_LEAD, type LeadCopper } from '../copper/copper';
import { CONTACTS } from '../wiring/conductors';
import { joinMasks, reachedThrough, walkMasks, type CompactCable, type CompactEnd } from './compact';
import type { Weights } from './catalogue';

/**
 * What a test lead is like, as a number: 0 sound, 1 to 8 the path of that contact open, 9 a crossover cord, 10 to 16
 * paths 1 and 2 to 7 and 8 joined. A lead has at most one fault.
 */
export type LeadState = number;
/** A sound lead. */
export const SOUND = 0;
/** A crossover cord taken for a lead. */
export const CROSSED = 9;
/** How many states a lead has. */
export const LEAD_STATES = 17;
/** Chance that a bad lead reads good: our own judgement. */
export const READS_GOOD = 0.2;

/** Contact of the connector at which each path of a crossover cord lies. */
const CROSSOVER_CORD = [2, 5, 0, 3, 4, 1, 6, 7] as const;

/** The kind of a lead's fault and its share of the kind's weight. */
export function leadFault(lead: LeadState): { kind: string; share: number } {
  if (lead < CROSSED) return { kind: 'lead-open', share: 1 / 8 };
  return lead === CROSSED ? { kind: 'lead-crossed', share: 1 } : { kind: 'lead-bridged', share: 1 / 7 };
}

/** Chance of a lead being in a state, `any` the chance that it is bad at all. */
export function leadChance(lead: LeadState, any: number, weights: Pick<Weights, 'lead'>): number {
  if (lead === SOUND) return 1 - any;
  const total = Object.values(weights.lead).reduce((s, w) => s + w, 0);
  const { kind, share } = leadFault(lead);
  return (any * (weights.lead[kind] ?? 0) * share) / total;
}

const openPath = (lead: LeadState) => (lead > SOUND && lead < CROSSED ? lead - 1 : -1);
const joinedPath = (lead: LeadState) => (lead > CROSSED ? lead - 10 : -1);
/** The connector's contact that a tester's contact meets through a lead; none behind an open path. */
export const metThrough = (lead: LeadState, contact: number): number =>
  lead === CROSSED ? CROSSOVER_CORD[contact]! : openPath(lead) === contact ? -1 : contact;

/** What a lead joins: 0 nothing, 1 to 7 the paths of that contact and the one after it. */
export type LeadJoint = number;
/** How many joints a lead may have, none among them. */
export const LEAD_JOINTS = 8;
/** What a lead joins. */
export const jointOf = (lead: LeadState): LeadJoint => joinedPath(lead) + 1;
/** An end with what a lead before it joins joined at it: the same to a tester. */
export const withLead = (end: CompactEnd, joint: LeadJoint): CompactEnd =>
  joint === 0 ? end : { ...end, bridges: [...end.bridges, [joint - 1, joint]] };

/** For each lead, the connector's contact that each of eight paths meets, 8 where none. */
const MET = new Uint8Array(8 * LEAD_STATES);
/** For each lead, what a tester sees of contacts that answer, mask by mask. */
const SEEN = new Uint8Array(256 * LEAD_STATES);
for (let lead = 0; lead < LEAD_STATES; lead++) {
  for (let i = 0; i < 8; i++) MET[8 * lead + i] = metThrough(lead, i) < 0 ? 8 : metThrough(lead, i);
  for (let mask = 0; mask < 256; mask++)
    for (let j = 0; j < 8; j++) if ((mask >> MET[8 * lead + j]!) & 1) SEEN[256 * lead + mask]! |= 1 << j;
}

/** What a tester shows through its leads, from what it would show without: for what leads join, join it first. */
export function throughPaths(walk: Uint8Array, head: LeadState, tail: LeadState, out: Uint8Array): void {
  for (let i = 0; i < 8; i++) {
    const met = MET[8 * head + i]!;
    out[i] = SEEN[256 * tail + (met < 8 ? walk[met]! : 0)]!;
  }
}

const bare = new Uint8Array(8);

/** Who answers each of the tester's head contacts through these leads, as masks, written into `out`. */
export function walkThrough(
  h: CompactEnd,
  t: CompactEnd,
  c: CompactCable,
  head: LeadState,
  tail: LeadState,
  out: Uint8Array,
): void {
  walkMasks(withLead(h, jointOf(head)), withLead(t, jointOf(tail)), c, bare);
  throughPaths(bare, head, tail, out);
}

/** Joined contacts of the tester at both ends, each with the mask of those it is joined to, itself included. */
export function joinsThrough(
  h: CompactEnd,
  t: CompactEnd,
  c: CompactCable,
  head: LeadState,
  tail: LeadState,
): number[] {
  const joins = joinMasks(withLead(h, jointOf(head)), withLead(t, jointOf(tail)), c);
  if (head === SOUND && tail === SOUND) return joins;
  const side = (lead: LeadState, base: number) =>
    CONTACTS.map((_, i) => {
      const met = metThrough(lead, i);
      if (met < 0) return 1 << i;
      let mask = 0;
      for (let j = 0; j < 8; j++) {
        const other = metThrough(lead, j);
        if (other >= 0 && (joins[base + met]! >> other) & 1) mask |= 1 << j;
      }
      return mask;
    });
  return [...side(head, 0), ...side(tail, 8)];
}

/** The conductor that a tester's head contact reaches through its lead; `NONE` where it reaches none. */
export function reachedByTester(h: CompactEnd, lead: LeadState, contact: number): number {
  const met = metThrough(lead, contact);
  return reachedThrough(withLead(h, jointOf(lead)), met < 0 ? contact : met);
}

/** A lead written out. */
export function wideLead(lead: LeadState): LeadCopper {
  const open = openPath(lead);
  const joined = joinedPath(lead);
  return {
    order: lead === CROSSED ? '36145278' : SOUND_LEAD.order,
    open: open < 0 ? [] : [CONTACTS[open]!],
    bridges: joined < 0 ? [] : [[CONTACTS[joined]!, CONTACTS[joined + 1]!]],
  };
}
