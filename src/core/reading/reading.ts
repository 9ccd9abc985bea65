import type { Contact, ContactPair, End } from '../wiring/conductors';
import type { Walk } from './walk';

/** Kinds of evidence, least first. */
export const EVIDENCE = [
  'continuity',
  'wiremap',
  'wiremap-length',
  'qualification',
  'certification',
] as const;
/** What a tester can show; each kind shows all that the ones before it do. */
export type Evidence = (typeof EVIDENCE)[number];

/** Whether evidence `a` shows at least what `b` does. */
export const evidenceCovers = (a: Evidence, b: Evidence): boolean =>
  EVIDENCE.indexOf(a) >= EVIDENCE.indexOf(b);

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
}
