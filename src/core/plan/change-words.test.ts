import { describe, expect, it } from 'vitest';
import { askedWords, changeWords, fieldWords, valueWords } from './change-words';

describe('a change of plan, in words', () => {
  it.each<[unknown, string]>([
    [undefined, 'none'],
    [null, 'none'],
    ['', 'none'],
    [0, '0'],
    [true, 'yes'],
    [false, 'no'],
    ['Cat 6', 'Cat 6'],
    [[], '[]'],
    [[1, 2], '[1,2]'],
    [{ a: 1 }, '{"a":1}'],
    [[{ go: 'along', metres: 4.25 }], '1 step, 4.3 m'],
    [
      [
        { go: 'along', metres: 4 },
        { go: 'up', metres: 0.3 },
      ],
      '2 steps, 4.3 m',
    ],
    [[{ go: 'along', metres: 4 }, null], '[{"go":"along","metres":4},null]'],
    [[{ go: 'along', metres: 4 }, { go: 'up' }], '[{"go":"along","metres":4},{"go":"up"}]'],
    [[{ metres: 4 }], '[{"metres":4}]'],
  ])('says %j as %s', (value, words) => expect(valueWords(value)).toBe(words));

  const change = (was: unknown, is: unknown) => changeWords({ list: 'links', id: 'K1-01', name: 'terms', was, is } as never); // prettier-ignore
  it('tells each field that has another value, by its own words or its path', () => {
    expect(change({ id: 'a', head: { port: 1, slackMm: 2 }, tags: [1], note: 'x' }, { id: 'a', head: { port: 2, slackMm: 2 }, tags: [1, 2], retired: true })).toEqual([
      { field: 'port', was: '1', is: '2' },
      { field: 'tags', was: '[1]', is: '[1,2]' },
      { field: 'note', was: 'x', is: 'none' },
      { field: 'retired', was: 'none', is: 'yes' },
    ]); // prettier-ignore
    expect(change({ practice: { exchanged: { a: 1 } } }, { practice: { exchanged: { a: 2 } } })).toEqual([{ field: 'practice.exchanged.a', was: '1', is: '2' }]); // prettier-ignore
    expect(change({ head: null }, { head: { port: 1 } })).toEqual([{ field: 'head', was: 'none', is: '{"port":1}' }]); // prettier-ignore
    expect(fieldWords('lengthMetres')).toBe('length, m');
  });
  it('tells nothing of what was put in or taken out whole, and a mere value by what it is of', () => {
    expect([change(null, { a: 1 }), change({ a: 1 }, null)]).toEqual([[], []]);
    expect(change('Old', 'New')).toEqual([{ field: 'terms', was: 'Old', is: 'New' }]);
    expect(change({ a: 1 }, 'New')).toEqual([{ field: 'terms', was: '{"a":1}', is: 'New' }]);
  });
});

describe('what a change of plan asks for, in words', () => {
  const some = (n: number) => Array.from({ length: n }, (_, i) => ({ id: `x${i}` })) as never[];
  it.each([
    [{}, ''],
    [{ name: 'East' }, 'called “East”'],
    [{ policy: {} as never }, 'its terms'],
    [{ put: { links: some(1), crew: some(2) } }, '1 link put in or changed, 2 people put in or changed'],
    [{ put: { spaces: [] }, remove: { batches: ['a', 'b'], crew: ['c'] } }, '2 batches taken out, 1 person taken out'], // prettier-ignore
  ])('%j: %s', (changes, says) => expect(askedWords(changes)).toBe(says));
});
