import type { Hands } from '$core/survey/rounds';

/** Ways of walking a round, in words. */
export const HANDS: readonly (readonly [Hands, string])[] = [
  ['single', 'by myself'],
  ['pair', 'two of us'],
];
