import type { Contact } from '$core/wiring/conductors';

/** A walk written out, as one list of answers a contact. */
export const answersIn = (walk: string): Contact[][] =>
  (walk.includes(' ') ? walk.split(/\s+/) : [...walk]).map((t) =>
    t === '-' ? [] : (t.split('+') as Contact[]),
  );
