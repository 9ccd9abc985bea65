import { describe, expect, it } from 'vitest';
import demo from '../../../demo/skerry-point.json';
import type { Entry } from '../model/entry';
import { jobFileSchema } from '../model/job';
import { foldLink } from './state';

const file = jobFileSchema.parse(demo);
const { lengthMetres: _, ...link } = { ...file.links.find((l) => l.id === 'K1-01')!, evidence: 'wiremap' as const }; // prettier-ignore
const terms = { policy: { ...file.job.policy, leadHours: undefined }, parts: [] };
const at = (hours: number) => new Date(Date.UTC(2026, 10, 4, 8) + hours * 3_600_000).toISOString();
let n = 0;
const entry = (hours: number, kind: string, data: object, more: object = {}): Entry =>
  ({ id: `00000000-0000-4000-8000-${String(++n).padStart(12, '0')}`, job: file.job.id, link: link.id, kind, at: at(hours), by: 'ines', data, ...more }) as Entry; // prettier-ignore
const made = (hours: number, end: 'head' | 'tail') => entry(hours, 'seated', { connector: 'punch-down-jack', scheme: file.job.policy.scheme }, { end }); // prettier-ignore
const both = (hours: number) => [made(hours, 'head'), made(hours, 'tail')];
type Clock = 'unchecked' | 'none' | undefined;
const read = (hours: number, clock?: Clock, walk = '12345678') =>
  entry(hours, 'reading', { reading: { evidence: 'wiremap', walk, splits: [] }, brought: { by: 'ines', at: at(90), file: 'f.csv', ...(clock ? { clock } : {}) } }); // prettier-ignore
const live = (hours: number, walk = '12345678') => entry(hours, 'reading', { reading: { evidence: 'wiremap', walk, splits: [] } }); // prettier-ignore
const states = (...entries: Entry[]) => {
  const { head, tail } = foldLink(link, terms, entries);
  return [head.state, tail.state];
};
const PROVEN = ['proven', 'proven'];
const SO_FAR = ['provisional', 'provisional'];

describe('a reading by a clock that nobody looked at', () => {
  it('proves nothing of a link that was worked on in the hours before it: that clock may be ahead', () => {
    expect(states(...both(1), read(2, 'unchecked'))).toEqual(SO_FAR);
    expect(states(...both(1), read(14.9, 'unchecked'))).toEqual(SO_FAR);
    expect(states(...both(1), read(2))).toEqual(PROVEN);
    const { head } = foldLink(link, terms, [...both(1), read(2, 'unchecked')]);
    expect(head.reason).toBe('Good so far: nobody looked whether the tester’s clock is right, and something was logged of this link shortly before. Look, or read it again.'); // prettier-ignore
  });
  it('proves one that lay untouched for longer than clocks differ between zones, and one without a log', () => {
    expect(states(...both(1), read(15, 'unchecked'))).toEqual(PROVEN);
    expect(states(read(2, 'unchecked'))).toEqual(PROVEN);
  });
  it('does not clear a fail that was read shortly before, and fails as any other does', () => {
    expect(states(...both(1), live(20, '123-5678'), read(21, 'unchecked'))).toEqual(SO_FAR);
    expect(states(...both(1), read(2, 'unchecked', '123-5678'))).toEqual(['failed', 'failed']);
  });
  it('takes no proof away', () => {
    expect(states(...both(1), live(2), read(3, 'unchecked'))).toEqual(PROVEN);
    expect(states(...both(1), live(2), read(3, 'unchecked', '123-5678'))).toEqual(['failed', 'failed']);
  });
});

describe('a reading without a time', () => {
  it('proves nothing of a link that has a log, however long ago, and a link without one', () => {
    expect(states(...both(1), read(80, 'none'))).toEqual(SO_FAR);
    expect(states(read(80, 'none'))).toEqual(PROVEN);
    const { head } = foldLink(link, terms, [...both(1), read(80, 'none')]);
    expect(head.reason).toContain('nobody said when it was read');
  });
  it('takes no proof away either, and is passed over by one with a time', () => {
    expect(states(...both(1), live(2), read(80, 'none'))).toEqual(PROVEN);
    expect(states(...both(1), read(80, 'none'), live(81))).toEqual(PROVEN);
  });
});
