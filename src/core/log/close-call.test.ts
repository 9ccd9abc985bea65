import { describe, expect, it } from 'vitest';
import { madeId } from '../../../tests/support/made-id';
import demo from '../../../demo/skerry-point.json';
import type { Entry } from '../model/entry';
import { jobFileSchema } from '../model/job';
import { judgeForLink } from './judge-for-link';
import { foldLink } from './state';

const file = jobFileSchema.parse(demo);
const { lengthMetres: _, ...link } = { ...file.links.find((l) => l.id === 'K1-01')!, evidence: 'wiremap' as const }; // prettier-ignore
const terms = { policy: { ...file.job.policy, leadHours: undefined }, parts: [] };
const NOON = Date.UTC(2026, 10, 4, 12);
const iso = (seconds: number) => new Date(NOON + seconds * 1000).toISOString();
let n = 0;
/** `by` also is whose device it was; `off` is how far that device's clock was seen to be off, `later` how much later it was told. */
type More = { by?: string; off?: number | undefined; later?: number };
const entry = (seconds: number, kind: string, data: object, { by = 'bo', off, later = 0 }: More, end?: string): Entry =>
  ({ id: madeId(++n, NOON + (seconds + later) * 1000), job: file.job.id, link: link.id, kind, at: iso(seconds), by, data, receivedAt: iso(9000), ...(off === undefined ? {} : { clockErrorMs: off * 1000 }), ...(end ? { end } : {}) }) as Entry; // prettier-ignore
const made = (end: 'head' | 'tail', seconds: number, more: More = {}) =>
  entry(seconds, 'seated', { connector: 'punch-down-jack', scheme: file.job.policy.scheme }, more, end);
const read = (seconds: number, more: More = {}, data: object = {}) =>
  entry(
    seconds,
    'reading',
    { reading: { evidence: 'wiremap', walk: '12345678', splits: [] }, ...data },
    more,
  );
const head = made('head', -3600);
const state = (...entries: Entry[]) => foldLink(link, terms, [head, ...entries]).head;
const WORDS = 'Good so far: the link was worked on or failed at about that time, and the clocks cannot tell which came first. Read it again.'; // prettier-ignore

describe('a reading by one and work by another, seconds apart', () => {
  it('is as it stands where both clocks were seen to be right', () => {
    expect(state(made('tail', 0), read(1, { by: 'ines' })).state).toBe('proven');
  });
  it('proves nothing where one of the clocks was off', () => {
    const apart = (seconds: number, work?: number, reading?: number) =>
      state(made('tail', 0, { off: work }), read(seconds, { by: 'ines', off: reading }));
    for (const [a, b, within] of [
      [3, undefined, 8],
      [undefined, -3, 8],
      [3, -3, 16],
      [18, -18, 46],
    ] as const) {
      // prettier-ignore
      expect(apart(within - 1, a, b).reason).toBe(WORDS);
      expect(apart(within, a, b).state).toBe('proven');
    }
  });
  it('is told by the corrected times', () => {
    // Ten minutes ahead: what it calls noon was ten minutes before.
    expect(state(made('tail', 600, { off: 600 }), read(19, { by: 'ines' })).reason).toBe(WORDS);
    expect(state(made('tail', 600, { off: 600 }), read(20, { by: 'ines' })).state).toBe('proven');
    expect(state(made('tail', 0), read(619, { by: 'ines', off: 600 })).reason).toBe(WORDS);
    expect(state(made('tail', 0), read(620, { by: 'ines', off: 600 })).state).toBe('proven');
  });
  it('is no matter to who did both: it is in the order they logged it', () => {
    expect(state(made('tail', 0, { off: 3 }), read(1, { off: 3 })).state).toBe('proven');
  });
  it('is no matter to one tester that read it twice: a fail and what was read of it a minute later are in its order', () => {
    const brought = (file: string) => ({ brought: { by: 'bo', at: iso(8000), file }, tester: 'lamp' });
    const bad = read(0, {}, { reading: { evidence: 'wiremap', walk: '123-5678', splits: [] }, ...brought('a.csv') }); // prettier-ignore
    const tail = made('tail', -3000);
    expect(state(tail, bad, read(60, {}, brought('a.csv'))).state).toBe('proven');
    expect(state(tail, bad, read(60, {}, brought('b.csv'))).reason).toBe(WORDS);
  });
  it('goes for a cable that was pulled again', () => {
    const again = (seconds: number, more: More) => entry(seconds, 'repulled', {}, more);
    expect(state(again(0, { off: 3 }), read(7, { by: 'ines' })).reason).toBe(WORDS);
    expect(state(again(0, { off: 3 }), read(8, { by: 'ines' })).state).toBe('proven');
    expect(state(again(0, {}), read(1, { by: 'ines' })).state).toBe('proven');
  });
  it('is forgotten with the next work, and with a reading that is sure', () => {
    expect(state(made('tail', 0, { off: 3 }), made('tail', 5), read(7, { by: 'ines' })).state).toBe('proven');
    expect(state(made('tail', 0, { off: 3 }), read(7, { by: 'ines' }), read(60, { by: 'ines' })).state).toBe('proven'); // prettier-ignore
  });
  it('is said before it is logged', () => {
    const status = foldLink(link, terms, [head, made('tail', 0, { off: 3 })]);
    const judged = (by: string, seconds: number) =>
      judgeForLink(status, link, terms, { at: iso(seconds), by, data: { reading: { evidence: 'wiremap', walk: '12345678', splits: [] } } as never }); // prettier-ignore
    expect(judged('ines', 7)).toMatchObject({ ok: true, held: true, judgement: { verdict: 'provisional', reason: WORDS } }); // prettier-ignore
    expect(judged('ines', 8)).toMatchObject({ judgement: { verdict: 'pass' } });
    expect(judged('bo', 7)).toMatchObject({ judgement: { verdict: 'pass' } });
  });
});

describe('what is told later', () => {
  const brought = { brought: { by: 'ines', at: iso(8000), file: 'f.csv' } };
  it('is told to minutes: a reading of a tester’s clock wants two after the work, whoever did that', () => {
    expect(state(made('tail', 0), read(119, {}, brought)).reason).toBe(WORDS);
    expect(state(made('tail', 0), read(120, {}, brought)).state).toBe('proven');
  });
  it('and so does work that is typed in', () => {
    expect(state(made('tail', 0, { later: 3600 }), read(119)).reason).toBe(WORDS);
    expect(state(made('tail', 0, { later: 3600 }), read(120)).state).toBe('proven');
  });
  it('on one line of a work sheet has one time, and is in order', () => {
    const written = (e: Entry, written: number) => ({ ...e, device: 'd1', written });
    const sheet = [written(made('tail', 0, { later: 3600 }), 1), written(read(0, {}, brought), 2)];
    expect(state(...sheet).state).toBe('proven');
  });
});
