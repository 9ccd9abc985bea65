import type { Contact, ContactPair, End } from '../wiring/conductors';
import type { Evidence } from '../model/evidence';
import type { Configuration, TesterResult } from '../model/tester-result';
import type { Walk } from './walk';

/** Groups of contacts of one end that copper joins. */
export type Joins = Record<End, Contact[][]>;

/** Distance in metres from an end to an open or a short on one of its contacts. */
export interface Distance {
  contact: Contact;
  from: End;
  metres: number;
}

/** A reading as the program reasons about it, always seen from the head. Missing parts were not looked at. */
export interface Reading {
  walk: Walk;
  evidence: Evidence;
  splits?: ContactPair[] | undefined;
  joins?: Joins | undefined;
  distances?: Distance[] | undefined;
  lengthMetres?: number | undefined;
  /** The tester's own leads are taken off its lengths. */
  leadsSubtracted?: boolean | undefined;
  configuration?: Configuration | undefined;
  /** What the tester itself made of it, where it holds links against limits. */
  result?: TesterResult | undefined;
}
