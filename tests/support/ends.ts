import { endOf, numbersOf, type CompactEnd } from '../../src/core/diagnose/compact';
import type { Hypothesis } from '../../src/core/diagnose/plan';
import { SCHEME_ORDER, type Scheme } from '../../src/core/wiring/schemes';

/** An end made right, straight to a scheme. */
export const rightEnd = (scheme: Scheme): CompactEnd => endOf(numbersOf(SCHEME_ORDER[scheme]));
/** An end made straight to a scheme, as the catalogue wants it named. */
export const madeTo = (scheme: Scheme) => ({ scheme, ordered: 'straight' as const });
/** Sound leads, or none, and the right port. */
export const READ_RIGHT: Pick<Hypothesis, 'headLead' | 'tailLead' | 'wrongSetting'> = {
  headLead: 0,
  tailLead: 0,
  wrongSetting: false,
};
