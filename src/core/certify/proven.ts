import type { Evidence } from '../model/evidence';
import { carriedBy, type Carried } from './carries';
import { CERTIFIED, type Certified } from './limits';

/** What was shown of a link so far. */
export interface Shown {
  /** The evidence of its last reading, where that still stands and was good; null: it is not proven. */
  evidence: Evidence | null;
  /** Whether that reading looked for split pairs. */
  splits: boolean;
  /** The category whose limits a sweep or an instrument held it to, and whether it passed. */
  held?: { category: Certified; pass: boolean };
}

/** What is never promised without its crosstalk known: all beyond 1000BASE-T. Our judgement. */
const WANTS_CROSSTALK: ReadonlySet<string> = new Set(['2.5GBASE-T', '5GBASE-T', '10GBASE-T']);

/**
 * What a link carries by what was proven of it: its parts say what it could, a proof says what it does. Never more than
 * its parts: a pass at a lower category than theirs counts for that one.
 */
export function carriedByProven(parts: Certified, metres: number, shown: Shown): Carried[] {
  const { held } = shown;
  const lower = held?.pass && CERTIFIED.indexOf(held.category) < CERTIFIED.indexOf(parts);
  return carriedBy(parts, metres).map((could): Carried => {
    if (could.will === 'no') return could;
    if (shown.evidence === null) return { ...could, will: 'maybe', why: 'it is not proven yet' };
    if (!shown.splits) return { ...could, will: 'maybe', why: 'nobody looked for split pairs' };
    if (held && !held.pass) return { ...could, will: WANTS_CROSSTALK.has(could.name) ? 'no' : 'maybe', why: `it misses the limits of category ${held.category}` }; // prettier-ignore
    if (!WANTS_CROSSTALK.has(could.name)) return could;
    if (!held) return { ...could, will: 'maybe', why: `${could.why}; ${shown.evidence === 'certification' ? 'certified by its instrument: compare the limit it was held to' : 'its crosstalk was not measured'}` }; // prettier-ignore
    if (!lower) return could;
    const proven = carriedBy(held.category, metres).find((c) => c.name === could.name)!;
    return proven.will === 'yes' ? proven : { ...could, will: 'maybe', why: `its limits were held to category ${held.category} alone` }; // prettier-ignore
  });
}
