import { CONTACTS, type Conductor, type Contact, type End, type PairConductor } from './conductors';

/** The two orders of the 8-position interface. */
export const SCHEMES = ['T568A', 'T568B'] as const;
/** A termination order. */
export type Scheme = (typeof SCHEMES)[number];

/** How a link is ordered: same order at both ends, or orange and green exchanged on purpose. */
export const ORDERS = ['straight', 'crossover'] as const;
/** How a link is ordered. */
export type Order = (typeof ORDERS)[number];

/** Conductors on contacts 1 to 8. TIA-568 (from memory). */
export const SCHEME_ORDER: Record<Scheme, readonly PairConductor[]> = {
  T568A: ['WG', 'G', 'WO', 'BL', 'WBL', 'O', 'WBR', 'BR'],
  T568B: ['WO', 'O', 'WG', 'BL', 'WBL', 'G', 'WBR', 'BR'],
};

/** The other of the two schemes. */
export const otherScheme = (scheme: Scheme): Scheme => (scheme === 'T568A' ? 'T568B' : 'T568A');

/** The conductor a scheme puts on a contact; S takes the drain. */
export const conductorAt = (scheme: Scheme, contact: Contact): Conductor =>
  contact === 'S' ? 'DRAIN' : SCHEME_ORDER[scheme][Number(contact) - 1]!;

/** The contact a scheme gives a conductor; the drain goes to S. */
export const contactFor = (scheme: Scheme, conductor: Conductor): Contact =>
  conductor === 'DRAIN' ? 'S' : CONTACTS[SCHEME_ORDER[scheme].indexOf(conductor)]!;

/** Which conductor lies at each contact of an end; a contact left out holds none. */
export type Seats = Partial<Record<Contact, Conductor>>;

/** Every seat as the scheme has it. */
export function seatsOf(scheme: Scheme, shielded = false): Seats {
  const seats: Seats = {};
  for (const contact of CONTACTS) seats[contact] = conductorAt(scheme, contact);
  if (shielded) seats.S = 'DRAIN';
  return seats;
}

const STRAIGHT: readonly Contact[] = CONTACTS;
/** A at one end and B at the other: orange and green change contacts. IEEE 802.3 clause 14 crossover (from memory). */
const CROSSOVER: readonly Contact[] = ['3', '6', '1', '4', '5', '2', '7', '8'];

/** The tail contact that should answer a head contact. */
export function expectedAnswer(ordered: Order, contact: Contact): Contact {
  if (contact === 'S') return 'S';
  return (ordered === 'straight' ? STRAIGHT : CROSSOVER)[Number(contact) - 1]!;
}

/**
 * The scheme each end should have. A consistent order states both ends; where they contradict the order
 * (straight with two schemes, crossover with one) the head's scheme governs and the tail follows.
 */
export function schemesFor(link: {
  ordered: Order;
  head: { scheme: Scheme };
  tail: { scheme: Scheme };
}): Record<End, Scheme> {
  const head = link.head.scheme;
  return { head, tail: link.ordered === 'straight' ? head : otherScheme(head) };
}
