import type { Conductor, Contact, End } from '../wiring/conductors';
import { CONTACTS } from '../wiring/conductors';
import { laidAt, layoutsFor, type Layout, type Seats } from '../wiring/schemes';
import type { LinkSpec } from '../wiring/link-spec';

/**
 * One end as it really is: what lies where, which contacts make no contact with it (`open`), which of those a look
 * takes for home (`looksHome`) and which are bent contacts, and which contacts are joined.
 */
export interface EndCopper {
  seats: Seats;
  open: Contact[];
  looksHome: Contact[];
  bent: Contact[];
  bridges: [Contact, Contact][];
}

/** Where along a conductor a break lies: at the head's jacket cut, in the span, at the tail's jacket cut. */
export const ZONES = ['head', 'span', 'tail'] as const;
/** A zone of a conductor. */
export type Zone = (typeof ZONES)[number];

/** The cable as it really is; bridges lie in the span, on the head side of a span break. */
export interface CableCopper {
  breaks: { conductor: Conductor; zone: Zone }[];
  bridges: [Conductor, Conductor][];
}

/** A test lead as it really is: which connector contact each of its own eight lies at, its open paths, its joined ones. */
export interface LeadCopper {
  order: '12345678' | '36145278';
  open: Contact[];
  bridges: [Contact, Contact][];
}

/** A sound test lead. */
export const SOUND_LEAD: LeadCopper = { order: '12345678', open: [], bridges: [] };

/** Whether a reading was taken of this link at all: in a wrong setting nothing answers and nothing is joined. */
export type Setting = 'right' | 'wrong';

/** A whole link as copper, with the test leads it is read through (`null`: none) and how it is read. */
export interface Copper extends Record<End, EndCopper> {
  cable: CableCopper;
  leads: Record<End, LeadCopper | null>;
  setting: Setting;
}

/** What lies between a tester and good connectors: no lead, and the right port. */
export const READ_DIRECTLY: Pick<Copper, 'leads' | 'setting'> = {
  leads: { head: null, tail: null },
  setting: 'right',
};

/** Every seat as a layout has it. */
export function seatsOf(layout: Layout, shielded: boolean): Seats {
  const seats: Seats = {};
  for (const contact of CONTACTS) seats[contact] = laidAt(layout, contact);
  if (shielded) seats.S = 'DRAIN';
  return seats;
}

/** The copper of a link made exactly as ordered, with sound leads or none. */
export function copperAsOrdered(link: LinkSpec): Copper {
  const layouts = layoutsFor(link);
  const end = (e: End): EndCopper => ({
    seats: seatsOf(layouts[e], link.shielded),
    open: [],
    looksHome: [],
    bent: [],
    bridges: [],
  });
  return { head: end('head'), tail: end('tail'), cable: { breaks: [], bridges: [] }, ...READ_DIRECTLY };
}
