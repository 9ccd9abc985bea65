import type { Conductor, Contact } from '../wiring/conductors';
import { contactsOf } from '../wiring/conductors';
import { mediumOf, type ConnectorFamily } from '../wiring/connector';
import { laidAt, layoutOfEnd, type EndOrder } from '../wiring/schemes';

/** A contact as bench knows it: those of the 8-position interface, and the centre of a coax. */
export type BenchContact = Contact | 'C';
/** What can lie at a contact: a conductor of a pair, the drain, or the two of a coax. */
export type BenchConductor = Conductor | 'CENTRE' | 'BRAID';

/** The contacts of a termination, in the order in which they are asked. */
export const benchContacts = (family: ConnectorFamily, shielded: boolean): readonly BenchContact[] =>
  mediumOf(family) === 'coax' ? ['C', 'S'] : contactsOf(shielded);

/** What belongs at a contact. */
export function belongsAt(family: ConnectorFamily, order: EndOrder, contact: BenchContact): BenchConductor {
  if (mediumOf(family) === 'coax') return contact === 'C' ? 'CENTRE' : 'BRAID';
  return laidAt(layoutOfEnd(order), contact as Contact);
}

/** How a conductor is written for people, the two of a coax included. */
export const COAX_LABELS: Record<'CENTRE' | 'BRAID', string> = { CENTRE: 'centre', BRAID: 'braid' };
