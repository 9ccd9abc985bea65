import { checkConsistent } from '../reading/consistent';
import { Contradiction } from '../reading/contradiction';
import { describe, expect, it } from 'vitest';
import type { Reading } from '../reading/reading';
import { parseWalk } from '../reading/walk';
import { checkLooks } from './looks';
import { type Look } from './types';

const reading = (text: string, more: Partial<Reading> = {}): Reading => {
  const parsed = parseWalk(text, text.split(' ').length === 9);
  if (!parsed.ok) throw new Error(parsed.message);
  return { walk: parsed.walk, evidence: 'wiremap', ...more };
};
const path = (work: () => void) => {
  try {
    work();
  } catch (error) {
    if (error instanceof Contradiction) return error.path;
    throw error;
  }
  return null;
};
type Groups = NonNullable<Reading['joins']>['head'];
const joins = (head: Groups, tail: Groups = []) => ({ head, tail });

describe('parts of a reading that cannot go together', () => {
  it('joined contacts must be answered alike, and those answered alike must be joined', () => {
    expect(
      path(() =>
        checkConsistent(reading('1 2 3 4+5 4+5 6 7 8', { joins: joins([['4', '5']], [['4', '5']]) })),
      ),
    ).toBeNull();
    expect(path(() => checkConsistent(reading('1 2 3 4+5 4+5 6 7 8', { joins: joins([]) })))).toBe(
      'reading.joins.head',
    );
    expect(path(() => checkConsistent(reading('1 2 3 4 5 6 7 8', { joins: joins([], [['1', '2']]) })))).toBe(
      'reading.joins.tail',
    );
    expect(
      path(() => checkConsistent(reading('1 2 3 - - 6 7 8', { joins: joins([['4', '5']]) }))),
    ).toBeNull();
  });
  it('a contact stands in one group, S only on shielded links', () => {
    expect(
      path(() =>
        checkConsistent(
          reading('- - - 4 5 6 7 8', {
            joins: joins([
              ['1', '2'],
              ['2', '3'],
            ]),
          }),
        ),
      ),
    ).toBe('reading.joins.head');
    expect(path(() => checkConsistent(reading('- 2 3 4 5 6 7 8', { joins: joins([['1', 'S']]) })))).toBe(
      'reading.joins.head',
    );
  });
  it('a split pair must be answered as one pair', () => {
    expect(path(() => checkConsistent(reading('1 3 2 4 5 6 7 8', { splits: ['12'] })))).toBe(
      'reading.splits',
    );
    expect(path(() => checkConsistent(reading('1 2 - 4 5 6 7 8', { splits: ['36', '45'] })))).toBe(
      'reading.splits',
    );
    expect(path(() => checkConsistent(reading('3 6 1 4 5 2 7 8', { splits: ['12', '36'] })))).toBeNull();
  });
});

describe('looks that cannot go together', () => {
  const look = (more: Partial<Look> = {}): Look => ({ end: 'head', contact: '1', conductor: 'WO', ...more });
  it('two at one contact must agree on what both noticed', () => {
    expect(path(() => checkLooks([look({ open: true }), look()], false))).toBeNull();
    expect(path(() => checkLooks([look({ open: true }), look({ open: false })], false))).toBe(
      'knowledge.looked.1',
    );
    expect(path(() => checkLooks([look(), look({ conductor: 'O' })], false))).toBe('knowledge.looked.1');
  });
  it('says what is wrong with them and what to do', () => {
    const told = (looks: Look[], shielded = false) => {
      try {
        return void checkLooks(looks, shielded);
      } catch (e) {
        return (e as Error).message;
      }
    };
    expect(told([look(), look({ conductor: 'O' })])).toBe('Two looks at contact 1 of the head disagree: keep the right one.'); // prettier-ignore
    expect(told([look({ bridged: true }), look({ bridged: false })])).toMatch(/disagree/);
    expect(told([look({ open: true }), look({ open: true, bridged: true })])).toBeUndefined();
    expect(told([look({ open: true }), look({ contact: '2', conductor: 'O', open: false })])).toBeUndefined();
    expect(told([look(), look({ contact: '2' })])).toBe('WO cannot lie at two contacts of the head: look again.'); // prettier-ignore
    expect(told([look({ contact: 'S', conductor: 'DRAIN' })])).toBe('S was looked at, but this link is not shielded.'); // prettier-ignore
    expect(told([look({ contact: 'S' })], true)).toBe('WO cannot lie at contact S: look again.');
  });
  it('a conductor lies at one contact of an end', () => {
    expect(path(() => checkLooks([look(), look({ contact: '2' })], false))).toBe('knowledge.looked.1');
    expect(path(() => checkLooks([look(), look({ end: 'tail', contact: '2' })], false))).toBeNull();
  });
  it('the drain lies at S, and S is on shielded links', () => {
    expect(path(() => checkLooks([look({ contact: 'S', conductor: 'DRAIN' })], false))).toBe(
      'knowledge.looked.0',
    );
    expect(path(() => checkLooks([look({ contact: 'S', conductor: 'DRAIN' })], true))).toBeNull();
    expect(path(() => checkLooks([look({ contact: 'S' })], true))).toBe('knowledge.looked.0');
  });
});
