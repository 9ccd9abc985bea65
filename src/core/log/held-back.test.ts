import { describe, expect, it } from 'vitest';
import { madeId } from '../../../tests/support/made-id';
import demo from '../../../demo/skerry-point.json';
import type { Entry } from '../model/entry';
import { jobFileSchema, type Link } from '../model/job';
import { heldBack } from './held-back';
import { foldLink, linkState } from './state';

const file = jobFileSchema.parse(demo);
const link: Link = { ...file.links.find((l) => l.id === 'K1-01')!, evidence: 'wiremap' };
delete link.lengthMetres;
const terms = { policy: { ...file.job.policy, leadHours: undefined }, parts: [] };
const NINE = Date.UTC(2026, 10, 4, 9);
let n = 0;
const entry = (minute: number, kind: string, data: object, end?: 'head' | 'tail') => {
  const ms = NINE + minute * 60_000;
  return { id: madeId(++n, ms), job: 'j', link: link.id, kind, by: 'bo', at: new Date(ms).toISOString(), data, ...(end ? { end } : {}) } as unknown as Entry; // prettier-ignore
};
const seat = (minute: number, end: 'head' | 'tail') => entry(minute, 'seated', { connector: 'patch-panel', scheme: 'T568B' }, end); // prettier-ignore
const read = (minute: number, walk = '12345678', blame?: string[]) => entry(minute, 'reading', { reading: { walk, evidence: 'wiremap', splits: [] }, ...(blame ? { blame } : {}) }); // prettier-ignore
const redo = (minute: number) => entry(minute, 'redone', { action: 'redo' }, 'tail');
/** Both ends as a device shows them that has the state of a log and knows something beyond it. */
const shown = (log: Entry[], since: Entry[]) => {
  const state = heldBack(linkState(link, terms), foldLink(link, terms, log), since);
  return `${state.head.state} ${state.tail.state}`;
};
const made = () => [seat(0, 'head'), seat(1, 'tail')];

describe('a device that has the state of a link and not its log', () => {
  it('shows what comes after it as the log will have it', () => {
    expect(shown(made(), [read(5)])).toBe('proven proven');
    expect(shown([...made(), read(5)], [redo(9)])).toBe('stale stale');
    expect(shown([...made(), read(5)], [read(9, '123-5678', ['tail'])])).toBe('provisional failed');
    expect(shown([], [...made(), read(5)])).toBe('proven proven');
  });
  it('shows no proof by what was taken before, or at the very time of, the last that is known of it', () => {
    expect(shown([...made(), redo(10)], [read(5)])).toBe('seated stale');
    expect(shown([...made(), redo(10)], [read(10)])).toBe('seated stale');
    expect(shown([...made(), redo(10)], [read(5), read(12)])).toBe('proven proven');
  });
  it('shows a fail of before, and work of before: neither says more than it is', () => {
    expect(shown([...made(), read(10)], [read(5, '123-5678', ['tail'])])).toBe('provisional failed');
    expect(shown([...made(), read(10)], [redo(5)])).toBe('stale stale');
  });
  it('shows no proof where work is known beyond it that came before the last of it', () => {
    expect(shown([...made(), redo(10)], [seat(4, 'head'), read(12)])).toBe('stale stale');
    // On the same device, by the same clock: the cable was pulled anew after that.
    const of = (e: Entry, written: number) => ({ ...e, device: 'd', written }) as Entry;
    const log = [...made(), of(entry(30, 'repulled', {}), 3)];
    const since = [of(entry(5, 'repulled', {}), 1), { ...read(31), device: 'e', by: 'nell', clockErrorMs: 0, clockDoubtMs: 1_500_000 }]; // prettier-ignore
    expect(shown(log, since as Entry[])).not.toContain('proven');
  });
  it('leaves proven what was proven, whatever good reading came before', () =>
    expect(shown([...made(), read(10)], [read(5)])).toBe('proven proven'));
  it('shows nothing of what was taken back', () => {
    const fail = read(5, '123-5678', ['tail']);
    const back = entry(6, 'void', { entry: fail.id, reason: 'slip' });
    expect(shown([...made(), read(10)], [back, fail])).toBe('proven proven');
  });
  it('shows a length from one end of before where it fails the link, and not where it would complete a proof', () => {
    const byLength: Link = { ...link, evidence: 'wiremap-length' };
    const from = (m: number) => entry(5, 'one-end', { from: 'head', joins: [], metres: { '12': m, '36': m, '45': m, '78': m } }); // prettier-ignore
    const state = (m: number) => heldBack(linkState(byLength, terms), foldLink(byLength, terms, [...made(), read(10)]), [from(m)]).head.state; // prettier-ignore
    expect([state(30), state(140)]).toEqual(['provisional', 'failed']);
  });
});
