import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { linkNamed } from './link-named';

const link = (id: string, label: string, retired?: true) => ({ id, label, ...(retired ? { retired } : {}) });

describe('a name from outside', () => {
  it('is a label in whatever case, with blanks around it, else an id', () => {
    const named = linkNamed([link('a', 'K1-01'), link('b', 'K1-02')]);
    expect(named(' k1-01 ')?.id).toBe('a');
    expect(named('B')?.id).toBe('b');
    expect(named('K1-03')).toBeUndefined();
    expect(named('')).toBeUndefined();
  });
  it('is the label where it is the id of another link as well, as after labels were exchanged', () => {
    for (const links of [
      [link('K1-01', 'K1-02'), link('K1-02', 'K1-01')],
      [link('K1-02', 'K1-01'), link('K1-01', 'K1-02')],
    ]) {
      const named = linkNamed(links);
      expect(named('K1-01')?.label).toBe('K1-01');
      expect(named('k1-02')?.label).toBe('K1-02');
    }
  });
  it('is never one that is retired', () => {
    const named = linkNamed([link('old', 'K1-01', true), link('new', 'K1-01'), link('gone', 'K1-02', true)]);
    expect(named('K1-01')?.id).toBe('new');
    expect([named('old'), named('K1-02'), named('gone')]).toEqual([undefined, undefined, undefined]);
  });
  it('finds every link by its label, whatever the ids are, and whichever way they stand', () => {
    const names = fc.uniqueArray(fc.constantFrom('1', '2', '3', '4', 'a', 'B', 'c'), { minLength: 1, maxLength: 5, selector: (s) => s.toLowerCase() }); // prettier-ignore
    let crossed = 0;
    fc.assert(
      fc.property(names, fc.infiniteStream(fc.nat(100)), (labels, dice) => {
        const ids = [...labels].sort(() => dice.next().value! - 50);
        const links = labels.map((label, i) => link(ids[i]!, label));
        if (ids.some((id, i) => id !== labels[i])) crossed++;
        const named = linkNamed(links);
        for (const l of links) expect(named(l.label)).toBe(l);
      }),
      { numRuns: 300 },
    );
    expect(crossed).toBeGreaterThan(50);
  });
});
