import type { Reading } from './reading';
import { turnWalk } from './walk';

/**
 * A reading taken from the tail, turned round so that it is seen from the head. Splits are head contact pairs
 * in either case, joins and distances name their end, so only the walk turns.
 */
export const seenFromHead = <R extends Pick<Reading, 'walk'>>(reading: R, from: 'head' | 'tail'): R =>
  from === 'head' ? reading : { ...reading, walk: turnWalk(reading.walk) };
