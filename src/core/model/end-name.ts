import type { End } from '../wiring/conductors';
import type { Link } from './job';

/** What an end of a link is called: `head` and `tail`, of a cord `end 1` and `end 2`. */
export const endName = (link: Pick<Link, 'cord'>, end: End): string =>
  link.cord ? (end === 'head' ? 'end 1' : 'end 2') : end;

const AS_OF_A_CORD: readonly (readonly [RegExp, string])[] = [
  [/\bre-pull the cable\b/gi, 'Cut a new length of cable'],
  [/\bthe (head|tail)\b/g, '$1'],
  [/\bhead\b/g, 'end 1'],
  [/\bHead\b/g, 'End 1'],
  [/\btail\b/g, 'end 2'],
  [/\bTail\b/g, 'End 2'],
];

/** A sentence about a link as it is said of this one: a cord has ends 1 and 2 and lies in no wall. */
export const saidOf = (link: Pick<Link, 'cord'>, sentence: string): string =>
  link.cord ? AS_OF_A_CORD.reduce((text, [word, is]) => text.replace(word, is), sentence) : sentence;
