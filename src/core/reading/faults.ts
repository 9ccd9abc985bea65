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
import { netsOf, type Net } from './nets';
import type { Reading } from './reading';
import { walkIsAsOrdered } from './walk';

/** Fault kinds: TIA-568 and TIA-1152 terms (from memory); the last five describe the whole link. */
export const FAULT_KINDS = [
  'open',
  'short',
  'reversed-pair',
  'transposed-pair',
  'split-pair',
  'miswire',
  'shield-open',
  'crossed-schemes',
  'full-crossover',
  'rollover',
  'straight-on-crossover',
  'all-open',
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
  if (walk.every((a) => a.length === 0) && !joinedAnywhere) return [fault('all-open', contactsOf(shielded))];

  const nets = netsOf(reading);
  const whole = wholeLinkKind(nets, ordered);
  /** The head contact that a tail contact belongs to, by how the link really runs where that is known. */
  const homes = new Map(
    contactsOf(shielded).map((c) => [expectedAnswer(whole?.runsAs ?? ordered, c), c] as const),
  );
  const home = (tail: Contact): Contact => homes.get(tail)!;

  const faults: Fault[] = [];
  if (whole) faults.push(fault(whole.kind, whole.contacts));
  for (const c of openContacts(nets, contactsOf(shielded), home))
    faults.push(fault(c === 'S' ? 'shield-open' : 'open', [c]));
  for (const group of shorts(nets, home)) faults.push(fault('short', group));
  if (!whole || whole.kind === 'crossed-schemes')
    faults.push(...permutationFaults(nets, ordered, whole !== null));
  for (const pair of reading.splits ?? []) faults.push(fault('split-pair', contactsOfPair(pair)));
  return faults;
}

interface WholeLink {
  kind: FaultKind;
  contacts: readonly Contact[];
  /** How the link runs, to number its tail contacts by; missing where it is upside down. */
  runsAs?: Order;
}

const upsideDown = (c: Contact): Contact => (c === 'S' ? c : CONTACTS[8 - Number(c)]!);

/**
 * Whether a net lies as a link that runs so would have it: of the side with fewer contacts each, since the others are
 * joined to them. A net that answers nothing across agrees with anything.
 */
function runsSo({ head, tail }: Net, runs: (head: Contact) => Contact): boolean {
  if (!head.length || !tail.length) return true;
  const goesTo = (c: Contact) => tail.includes(runs(c));
  const comesFrom = (t: Contact) => head.some((c) => runs(c) === t);
  return (
    (head.length > tail.length || head.every(goesTo)) && (tail.length > head.length || tail.every(comesFrom))
  );
}

/** A kind of the whole link: every contact that answers agrees with it, and at least one contradicts the order. */
function wholeLinkKind(nets: readonly Net[], ordered: Order): WholeLink | null {
  const numbered = nets.map(({ head, tail }) => ({
    head: head.filter((c) => c !== 'S'),
    tail: tail.filter((c) => c !== 'S'),
  }));
  const agrees = (runs: (c: Contact) => Contact) => numbered.every((n) => runsSo(n, runs));
  if (agrees((c) => expectedAnswer(ordered, c))) return null;
  const runsAs = (order: Order) => order !== ordered && agrees((c) => expectedAnswer(order, c));
  const crossedContacts: Contact[] = ['1', '2', '3', '6'];
  if (runsAs('crossover')) return { kind: 'crossed-schemes', contacts: crossedContacts, runsAs: 'crossover' };
  if (runsAs('four-pair-crossover'))
    return { kind: 'full-crossover', contacts: CONTACTS, runsAs: 'four-pair-crossover' };
  if (runsAs('rollover')) return { kind: 'rollover', contacts: CONTACTS, runsAs: 'rollover' };
  // One end upside down on a crossed order rolls it, whichever end it is.
  const crossedOrder = ordered === 'crossover' || ordered === 'four-pair-crossover';
  if (
    crossedOrder &&
    (agrees((c) => upsideDown(expectedAnswer(ordered, c))) ||
      agrees((c) => expectedAnswer(ordered, upsideDown(c))))
  )
    return { kind: 'rollover', contacts: CONTACTS };
  if (crossedOrder && runsAs('straight'))
    return {
      kind: 'straight-on-crossover',
      contacts: ordered === 'crossover' ? crossedContacts : CONTACTS,
      runsAs: 'straight',
    };
  return null;
}

/**
 * Contacts of the head that nothing answers, and tail contacts that answer nothing, each conductor once: an
 * unanswered head contact accounts for one unanswered tail contact, its own before any other.
 */
function openContacts(
  nets: readonly Net[],
  contacts: readonly Contact[],
  home: (tail: Contact) => Contact,
): Contact[] {
  const openHeads = contacts.filter((c) => nets.some((n) => n.head.includes(c) && !n.tail.length));
  const openTails = contacts.filter((c) => nets.some((n) => n.tail.includes(c) && !n.head.length)).map(home);
  const tailsLeft = openTails.filter((c) => !openHeads.includes(c));
  const headsLeft = openHeads.filter((c) => !openTails.includes(c)).length;
  return ascending([...openHeads, ...tailsLeft.slice(headsLeft)]);
}

/**
 * Groups of contacts, numbered as at the head, that copper joins though they should be apart. Joined contacts that
 * nothing answers across, the same at either end, are one short with a break in it.
 */
function shorts(nets: readonly Net[], home: (tail: Contact) => Contact): Contact[][] {
  const joined = nets.filter((n) => n.head.length > 1 || n.tail.length > 1);
  const atHome = (n: Net) => ascending(n.tail.map(home)).join();
  const cut = (n: Net) =>
    n.head.length === 0 && joined.some((o) => o.tail.length === 0 && ascending(o.head).join() === atHome(n));
  return joined
    .filter((n) => !cut(n))
    .map(({ head, tail }) => {
      const more = tail.map(home).filter((c) => !head.includes(c));
      return ascending([...head, ...more.slice(0, Math.max(0, tail.length - head.length))]);
    })
    .sort((a, b) => a[0]!.localeCompare(b[0]!));
}

/** Whole pairs that are reversed or transposed; what is left out of place is a miswire. */
function permutationFaults(nets: readonly Net[], ordered: Order, crossed: boolean): Fault[] {
  const faults: Fault[] = [];
  const miswired: Contact[] = [];
  const netAt = (c: Contact) => nets.find((n) => n.head.includes(c));
  const displaced = (c: Contact) => {
    const net = netAt(c);
    if (!net?.tail.length || runsSo(net, (x) => expectedAnswer(ordered, x))) return false;
    return !net.tail.includes(expectedAnswer(ordered, c));
  };
  const only = (c: Contact) => {
    const net = netAt(c);
    return net?.head.length === 1 && net.tail.length === 1 ? net.tail[0]! : null;
  };
  for (const pair of CONTACT_PAIRS) {
    const [a, b] = contactsOfPair(pair);
    if (!displaced(a) && !displaced(b)) continue;
    if (crossed) {
      faults.push(fault('transposed-pair', [a, b]));
      continue;
    }
    const target = landedOn(netAt(a), netAt(b));
    const [x, y] = [only(a), only(b)];
    const [ex, ey] = [expectedAnswer(ordered, a), expectedAnswer(ordered, b)];
    if (target === null) miswired.push(...[a, b].filter(displaced));
    else if (x === ey && y === ex) faults.push(fault('reversed-pair', [a, b]));
    else if (target === contactPairOf(ex)) miswired.push(...[a, b].filter(displaced));
    else {
      faults.push(fault('transposed-pair', [a, b]));
      // A rollover turns every pair's two round on purpose.
      if (ordered !== 'rollover' && x !== null && y !== null && WHITES.has(a) !== WHITES.has(x))
        faults.push(fault('reversed-pair', [a, b]));
    }
  }
  if (displaced('S')) miswired.push('S');
  if (miswired.length) faults.push(fault('miswire', miswired));
  return faults;
}

/** The contact pair that a pair's two contacts are answered by, one each or both by both; null where there is none. */
function landedOn(a: Net | undefined, b: Net | undefined): ContactPair | null {
  if (!a || !b) return null;
  const tails = a === b ? a.tail : a.tail.length === 1 && b.tail.length === 1 ? [...a.tail, ...b.tail] : [];
  const pairs = new Set(tails.map(contactPairOf));
  const [pair] = pairs;
  return tails.length === 2 && pairs.size === 1 && pair ? pair : null;
}

/** Contacts that carry the white conductor of their pair in either scheme. TIA-568 (from memory). */
const WHITES: ReadonlySet<Contact> = new Set<Contact>(['1', '3', '5', '7']);
