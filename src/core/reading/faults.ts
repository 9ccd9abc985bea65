import {
  CONTACT_PAIRS,
  CONTACTS,
  contactPairOf,
  contactsOf,
  contactsOfPair,
  type Contact,
  type ContactPair,
} from '../wiring/conductors';
import { expectedAnswer, type Order } from '../wiring/schemes';
import type { Reading } from './reading';
import { walkIsAsOrdered, writeWalk } from './walk';

/** Fault kinds: TIA-568 and TIA-1152 terms (from memory); the last three describe the whole link. */
export const FAULT_KINDS = [
  'open',
  'short',
  'reversed-pair',
  'transposed-pair',
  'split-pair',
  'miswire',
  'shield-open',
  'crossed-schemes',
  'all-open',
  'rollover',
] as const;
/** A kind of fault. */
export type FaultKind = (typeof FAULT_KINDS)[number];

/** One fault, by the head contacts it shows on; `pair` where it is one contact pair's. */
export interface Fault {
  kind: FaultKind;
  contacts: Contact[];
  pair?: ContactPair;
}

const ascending = (contacts: Iterable<Contact>): Contact[] =>
  [...new Set(contacts)].sort((a, b) => '12345678S'.indexOf(a) - '12345678S'.indexOf(b));

const fault = (kind: FaultKind, contacts: Iterable<Contact>): Fault => {
  const list = ascending(contacts);
  const pairs = new Set(list.map(contactPairOf));
  const [pair] = pairs;
  return pairs.size === 1 && pair ? { kind, contacts: list, pair } : { kind, contacts: list };
};

/** The faults a reading shows, from the reading alone. Empty: as ordered, as far as it was looked at. */
export function faultsOf(reading: Pick<Reading, 'walk' | 'splits' | 'joins'>, ordered: Order): Fault[] {
  const { walk } = reading;
  const joinedAnywhere = (reading.joins?.head.length ?? 0) + (reading.joins?.tail.length ?? 0) > 0;
  // Most readings pass, and a rebuild judges them by the hundred thousand.
  if (!joinedAnywhere && !reading.splits?.length && walkIsAsOrdered(walk, ordered)) return [];
  const shielded = walk.length === 9;
  const contacts = contactsOf(shielded);
  const answers = new Map(contacts.map((c, i) => [c, walk[i]!]));

  const faults: Fault[] = [];
  if (walk.every((a) => a.length === 0) && !joinedAnywhere) return [fault('all-open', contacts)];
  if (writeWalk(walk.slice(0, 8)) === '8 7 6 5 4 3 2 1') faults.push(fault('rollover', CONTACTS));
  const rolledOver = faults.length > 0;

  for (const c of CONTACTS) if (answers.get(c)!.length === 0) faults.push(fault('open', [c]));
  if (shielded && answers.get('S')!.length === 0) faults.push(fault('shield-open', ['S']));

  const shorts = shortsOf(answers, ordered, reading);
  faults.push(...shorts.map((group) => fault('short', group)));
  if (!rolledOver) faults.push(...permutationFaults(answers, ordered));
  for (const pair of reading.splits ?? []) faults.push(fault('split-pair', contactsOfPair(pair)));
  return faults;
}

/** Groups of contacts, numbered as at the head, that copper joins though they should be apart. */
function shortsOf(
  answers: Map<Contact, readonly Contact[]>,
  ordered: Order,
  reading: Pick<Reading, 'joins'>,
): Contact[][] {
  const homeOf = new Map([...answers.keys()].map((c) => [expectedAnswer(ordered, c), c]));
  const groups: Set<Contact>[] = [];
  const add = (members: Iterable<Contact>) => {
    const group = new Set(members);
    for (let i = groups.length - 1; i >= 0; i--)
      if ([...groups[i]!].some((c) => group.has(c))) for (const c of groups.splice(i, 1)[0]!) group.add(c);
    if (group.size > 1) groups.push(group);
  };
  for (const [c, a] of answers) {
    if (a.length > 1) add([c, ...a.map((t) => homeOf.get(t)!)]);
    for (const [d, b] of answers) if (c < d && a.some((t) => b.includes(t))) add([c, d]);
  }
  for (const group of reading.joins?.head ?? []) add(group);
  for (const group of reading.joins?.tail ?? []) add(group.map((t) => homeOf.get(t)!));
  return groups.map(ascending).sort((a, b) => a[0]!.localeCompare(b[0]!));
}

/** Whole pairs that are reversed or transposed; what is left out of place is a miswire. */
function permutationFaults(answers: Map<Contact, readonly Contact[]>, ordered: Order): Fault[] {
  const faults: Fault[] = [];
  const miswired: Contact[] = [];
  const only = (c: Contact) => (answers.get(c)!.length === 1 ? answers.get(c)![0]! : null);
  const displaced = (c: Contact) => only(c) !== null && only(c) !== expectedAnswer(ordered, c);
  const landed: Partial<Record<ContactPair, ContactPair>> = {};

  for (const pair of CONTACT_PAIRS) {
    const [a, b] = contactsOfPair(pair);
    if (!displaced(a) && !displaced(b)) continue;
    const [x, y] = [only(a), only(b)];
    const [ex, ey] = [expectedAnswer(ordered, a), expectedAnswer(ordered, b)];
    const target =
      x !== null && y !== null && contactPairOf(x) === contactPairOf(y) ? contactPairOf(x) : null;
    if (target === null) {
      miswired.push(...[a, b].filter(displaced));
    } else if (x === ey && y === ex) {
      faults.push(fault('reversed-pair', [a, b]));
    } else {
      landed[pair] = target;
      faults.push(fault('transposed-pair', [a, b]));
      if (WHITES.has(a) !== WHITES.has(x!)) faults.push(fault('reversed-pair', [a, b]));
    }
  }
  if (answers.has('S') && displaced('S')) miswired.push('S');
  if (miswired.length) faults.push(fault('miswire', miswired));

  const crossed =
    ordered === 'straight' && ['1', '2', '3', '6'].map((c) => only(c as Contact)).join('') === '3612';
  if (crossed && landed['12'] === '36' && landed['36'] === '12')
    faults.unshift(fault('crossed-schemes', ['1', '2', '3', '6']));
  return faults;
}

/** Contacts that carry the white conductor of their pair in either scheme. TIA-568 (from memory). */
const WHITES: ReadonlySet<Contact> = new Set<Contact>(['1', '3', '5', '7']);
