import type { Conductor, Contact, End } from '../wiring/conductors';
import { schemesFor, seatsOf, type Seats } from '../wiring/schemes';
import type { LinkSpec } from '../wiring/link-spec';

/** One end as it really is: what lies where, which contacts miss their conductor, which are joined. */
export interface EndCopper {
  seats: Seats;
  open: Contact[];
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

/** A whole link as copper. */
export interface Copper extends Record<End, EndCopper> {
  cable: CableCopper;
}

/** The copper of a link made exactly as ordered. */
export function copperAsOrdered(link: LinkSpec): Copper {
  const schemes = schemesFor(link);
  const end = (e: End): EndCopper => ({ seats: seatsOf(schemes[e], link.shielded), open: [], bridges: [] });
  return { head: end('head'), tail: end('tail'), cable: { breaks: [], bridges: [] } };
}
