import { expect, it } from 'vitest';
import { byName, compareNames } from './by-name';

it('2 comes before 10, and a capital is a small letter', () => {
  expect(byName([{ name: 'P10' }, { name: 'p2' }, { name: 'P1' }]).map((x) => x.name)).toEqual(['P1', 'p2', 'P10']); // prettier-ignore
  expect(compareNames('k1-01', 'K1-01')).toBe(0);
});
