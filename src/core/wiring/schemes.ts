import { CONTACTS, type Conductor, type Contact, type End, type PairConductor } from './conductors';

/** The two orders of the 8-position interface. */
export const SCHEMES = ['T568A', 'T568B'] as const;
/** A termination order. */
export type Scheme = (typeof SCHEMES)[number];

/** How a link is ordered: same order at both ends, two pairs or all four exchanged on purpose, or rolled over. */
export const ORDERS = ['straight', 'crossover', 'four-pair-crossover', 'rollover'] as const;
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

/**
 * The tail contact that should answer head contacts 1 to 8. Crossover: A at one end and B at the other, IEEE 802.3
 * clause 14; all four pairs crossed, clause 40; rollover, the console cord's order, common practice (all from memory).
 */
const ANSWERS: Record<Order, readonly Contact[]> = {
  straight: CONTACTS,
  crossover: ['3', '6', '1', '4', '5', '2', '7', '8'],
  'four-pair-crossover': ['3', '6', '1', '7', '8', '2', '4', '5'],
  rollover: ['8', '7', '6', '5', '4', '3', '2', '1'],
};

/** The tail contact that should answer a head contact. */
export function expectedAnswer(ordered: Order, contact: Contact): Contact {
  return contact === 'S' ? 'S' : ANSWERS[ordered][Number(contact) - 1]!;
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
  return { head, tail: link.ordered === 'crossover' ? otherScheme(head) : head };
}

/** The conductors of an end on contacts 1 to 8, as they should lie. */
export type Layout = readonly PairConductor[];

/** How both ends of a link should lie: by their schemes, the tail as the order crosses or rolls it. */
export function layoutsFor(link: {
  ordered: Order;
  head: { scheme: Scheme };
  tail: { scheme: Scheme };
}): Record<End, Layout> {
  const head = SCHEME_ORDER[link.head.scheme];
  return { head, tail: crossed(head, link.ordered) };
}

/** A layout as an order carries it to the other end. */
export const crossed = (head: Layout, ordered: Order): Layout =>
  CONTACTS.map((_, i) => head[ANSWERS[ordered].indexOf(CONTACTS[i]!)]!);

/** The conductor that should lie on a contact; S takes the drain. */
export const laidAt = (layout: Layout, contact: Contact): Conductor =>
  contact === 'S' ? 'DRAIN' : layout[Number(contact) - 1]!;

/** How one end is to be laid: to a scheme, or as an order that is none carries that scheme to the far end. */
export interface EndOrder {
  scheme: Scheme;
  carried?: 'four-pair-crossover' | 'rollover' | undefined;
}

/** How an end of a link is to be laid, where `scheme` is this end's. */
export const endOrder = (ordered: Order, end: End, scheme: Scheme): EndOrder =>
  end === 'tail' && (ordered === 'four-pair-crossover' || ordered === 'rollover')
    ? { scheme, carried: ordered }
    : { scheme };

/**
 * The conductors of an end on contacts 1 to 8.
 *
 * @example
 * layoutOfEnd({ scheme: 'T568B', carried: 'rollover' })[0] // 'BR'
 */
export const layoutOfEnd = ({ scheme, carried }: EndOrder): Layout =>
  carried ? crossed(SCHEME_ORDER[scheme], carried) : SCHEME_ORDER[scheme];

/** How an end is laid, in words. */
export const endOrderWords = ({ scheme, carried }: EndOrder): string =>
  carried === 'rollover'
    ? `${scheme} rolled over`
    : carried
      ? `${scheme} with all four pairs crossed`
      : scheme;
