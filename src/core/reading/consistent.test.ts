import { describe, expect, it } from 'vitest';
import type { Contact, ContactPair } from '../wiring/conductors';
import { checkConsistent } from './consistent';
import { Contradiction } from './contradiction';
import type { Joins } from './reading';
import { seenFromHead } from './turn';
import { parseWalk } from './walk';

const walkOf = (text: string) => {
  const parsed = parseWalk(text, text.split(' ').length === 9);
  if (!parsed.ok) throw new Error(parsed.message);
  return parsed.walk;
};
/** Where a reading contradicts itself, and how; '' where it does not. */
function against(text: string, more: { joins?: Partial<Joins>; splits?: ContactPair[] } = {}): string {
  try {
    const { joins, splits } = more;
    checkConsistent({ walk: walkOf(text), evidence: 'wiremap', ...(splits ? { splits } : {}), ...(joins ? { joins: { head: [], tail: [], ...joins } } : {}) }); // prettier-ignore
    return '';
  } catch (error) {
    if (!(error instanceof Contradiction)) throw error;
    return `${error.path}: ${error.message}`;
  }
}
const STRAIGHT = '1 2 3 4 5 6 7 8';
const group = (...contacts: Contact[]) => contacts;

describe('joins and a walk', () => {
  it('go together where joined contacts are answered alike, and those alike are joined', () => {
    const walk = '1 2 3 4+5 4+5 6 7 8';
    expect(against(walk)).toBe('');
    expect(against(walk, { joins: { head: [group('4', '5')], tail: [group('4', '5')] } })).toBe('');
    expect(against(STRAIGHT, { joins: { head: [], tail: [] } })).toBe('');
    // Contacts that answer nothing are alike and need not be joined.
    expect(against('1 2 3 - - 6 7 8', { joins: { head: [] } })).toBe('');
    // Joined, and broken off both: nothing answers at either.
    expect(against('1 2 3 - - 6 7 8', { joins: { head: [group('4', '5')] } })).toBe('');
  });
  it('contradict each other where joined contacts answer otherwise', () =>
    expect(against(STRAIGHT, { joins: { head: [group('4', '5')] } })).toBe(
      'reading.joins.head: Contacts 4 and 5 are joined but are not answered alike: read both again.',
    ));
  it('contradict each other where contacts share an answer and are not joined', () =>
    expect(against('1 2 3 4+5 4+5 6 7 8', { joins: { head: [], tail: [group('4', '5')] } })).toBe(
      'reading.joins.head: Contacts 4 and 5 share an answer, so they are joined, but they are not listed: read both again.',
    ));
  it('are held against the walk as it is seen from their own end', () => {
    // Head 4 and 5 both reach tail 4 alone: the head is bridged, the tail is not.
    const walk = '1 2 3 4 4 6 7 8';
    expect(against(walk, { joins: { head: [group('4', '5')], tail: [] } })).toBe('');
    expect(against(walk, { joins: { tail: [group('4', '5')], head: [group('4', '5')] } })).toContain('reading.joins.tail'); // prettier-ignore
  });
  it('name a contact once, and the shield where there is one alone', () => {
    expect(against('1 2 3 4+5 4+5 6 7 8', { joins: { head: [group('4', '5'), group('5', '4')] } })).toBe('reading.joins.head: Contact 5 stands in two groups: put joined contacts into one.'); // prettier-ignore
    expect(against(STRAIGHT, { joins: { tail: [group('8', 'S')] } })).toBe('reading.joins.tail: S is joined, but this link is not shielded.'); // prettier-ignore
    expect(against('1 2 3 4 5 6 7 8+S 8+S', { joins: { head: [group('8', 'S')], tail: [group('8', 'S')] } })).toBe(''); // prettier-ignore
  });
});

describe('split pairs and a walk', () => {
  it('go together where two contacts of a pair are answered as a pair', () => {
    expect(against(STRAIGHT, { splits: ['36', '45'] })).toBe('');
    // Crossed over, and reversed, they are pairs still.
    expect(against('3 6 1 4 5 2 7 8', { splits: ['36', '12'] })).toBe('');
    expect(against('2 1 3 4 5 6 7 8', { splits: ['12'] })).toBe('');
  });
  it.each([
    ['1 2 3 - 5 6 7 8', '45', 'one of them is silent'],
    ['1 2 3 4+5 4+5 6 7 8', '45', 'they are joined'],
    ['1 3 2 4 5 6 7 8', '12', 'they are answered from two pairs'],
    ['1 2 3 4 4 6 7 8', '45', 'they reach one contact'],
  ] as const)('contradict each other: %s, split %s, as %s', (walk, pair, _why) =>
    expect(against(walk, { splits: [pair] })).toBe(
      `reading.splits: Contacts ${pair[0]} and ${pair[1]} are not answered as one pair, so they cannot be a split pair: call it a crossing.`,
    ),
  );
});

describe('a reading from the tail', () => {
  it('is turned round, and one from the head is left', () => {
    const reading = { walk: walkOf('1 2 3 4 4 6 7 8') };
    expect(seenFromHead(reading, 'head')).toBe(reading);
    expect(seenFromHead(reading, 'tail').walk).toEqual(walkOf('1 2 3 4+5 - 6 7 8'));
    expect(seenFromHead(seenFromHead(reading, 'tail'), 'tail')).toEqual(reading);
  });
});
