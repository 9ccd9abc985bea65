import { describe, expect, it } from 'vitest';
import demo from '../../../demo/skerry-point.json';
import type { Entry, EntryKind, EntryOf } from '../model/entry';
import { jobFileSchema, type Link } from '../model/job';
import type { Evidence } from '../model/evidence';
import type { End } from '../wiring/conductors';
import { judgeForLink } from './judge-for-link';
import { foldLink } from './state';

const file = jobFileSchema.parse(demo);
const planned: Link = { ...file.links.find((l) => l.id === 'K1-01')!, lengthMetres: 30, evidence: 'wiremap' };
const terms = { policy: { ...file.job.policy, leadHours: undefined }, parts: [] };

type What = { [K in EntryKind]?: EntryOf<K>['data'] } & { end?: End; by?: string };
/** A log of one link, an entry each eleven minutes. */
const logOf = (...whats: What[]): Entry[] =>
  whats.map(({ end, by = 'ines', ...what }, n) => {
    const [[kind, data]] = Object.entries(what) as [[EntryKind, unknown]];
    const at = new Date(Date.UTC(2026, 10, 4, 9, 11 * n)).toISOString();
    return { id: `00000000-0000-7000-8000-${String(n + 1).padStart(12, '0')}`, job: file.job.id, link: planned.id, at, by, kind, data, ...(end ? { end } : {}) } as Entry; // prettier-ignore
  });
const after = (link: Link, ...whats: What[]) => foldLink(link, terms, logOf(...whats));
const read = (reading: object, more: object = {}): What => ({ reading: { reading: { walk: '12345678', splits: [], evidence: 'wiremap', ...reading }, ...more } as never }); // prettier-ignore
const good = read({});
const long = (lengthMetres: number, more: object = {}) =>
  read({ evidence: 'wiremap-length', lengthMetres }, more);
const states = (s: ReturnType<typeof after>) => [s.head.state, s.tail.state];
const PROVEN = ['proven', 'proven'];
const SO_FAR = ['provisional', 'provisional'];

describe('a link that was moved on site', () => {
  const moved: What = { moved: { revision: 5, changed: ['port K1 1 → K1 7'] } };
  const by = (revision?: number) => read({}, revision === undefined ? {} : { revision });
  it('is not proven by a device that had not heard of it: what it read is where the link was', () => {
    const unheard = after(planned, good, moved, by(4));
    expect(states(unheard)).toEqual(SO_FAR);
    expect(unheard.head.reason).toBe('Good so far: it was moved on site, which this device had not heard of. Take up the new plan and read it where it is now.'); // prettier-ignore
    expect(unheard.lastReading!.verdict).toBe('provisional');
    expect(states(after(planned, moved, by(4), by(5)))).toEqual(PROVEN);
  });
  it('is proven by one that had, or that does not say', () => {
    for (const reading of [by(5), by(9), by()])
      expect(states(after(planned, moved, reading))).toEqual(PROVEN);
    expect(states(after(planned, by(1)))).toEqual(PROVEN);
  });
  it('is failed by either', () => {
    expect(states(after(planned, moved, read({ walk: '123-5678' }, { revision: 4 })))).toEqual(['failed', 'failed']); // prettier-ignore
  });
});

describe('an end that was made to another scheme than is ordered', () => {
  const make = (end: End, scheme: 'T568A' | 'T568B'): What => ({ seated: { connector: 'punch-down-jack', scheme }, end }); // prettier-ignore
  const both = (head: 'T568A' | 'T568B', tail = head) => [make('head', head), make('tail', tail), good];
  const ordered = (more: Partial<Link>): Link => ({ ...planned, scheme: 'T568B', ...more });
  it('is good so far, whatever reads straight: two ends that are both wrong do', () => {
    const wrong = after(ordered({}), ...both('T568A'));
    expect(states(wrong)).toEqual(SO_FAR);
    expect(wrong.head.reason).toBe('Good so far: the head was made to T568A, and T568B is ordered. Make it as ordered, or change what is ordered of this link.'); // prettier-ignore
    expect(states(after(ordered({}), ...both('T568B')))).toEqual(PROVEN);
    const tail = after(ordered({}), make('tail', 'T568A'), good);
    expect([...states(tail), tail.tail.reason]).toEqual([...SO_FAR, expect.stringContaining('the tail was made to T568A')]); // prettier-ignore
  });
  it('is proven once it is made as ordered, or ordered as it was made', () => {
    const again = (end: End): What => ({ redone: { action: 'redo', connector: 'punch-down-jack', scheme: 'T568B' }, end }); // prettier-ignore
    expect(states(after(ordered({}), ...both('T568A'), again('head'), good))).toEqual(SO_FAR);
    expect(states(after(ordered({}), ...both('T568A'), again('head'), again('tail'), good))).toEqual(PROVEN);
    expect(states(after(ordered({ scheme: 'T568A' }), ...both('T568A')))).toEqual(PROVEN);
  });
  it('goes by the terms of the job where the link says nothing', () => {
    const { scheme: _, ...link } = ordered({});
    const by = (scheme: 'T568A' | 'T568B') =>
      states(foldLink(link, { ...terms, policy: { ...terms.policy, scheme } }, logOf(...both('T568A'))));
    expect(by('T568A')).toEqual(PROVEN);
    expect(by('T568B')).toEqual(SO_FAR);
  });
  it('fails as it fails, and one of which nothing is known is as ordered', () => {
    expect(states(after(ordered({}), make('head', 'T568A'), make('tail', 'T568A'), read({ walk: '36145278' })))).toEqual(['failed', 'failed']); // prettier-ignore
    expect(states(after(ordered({}), good))).toEqual(PROVEN);
  });
  it('may be either end of a crossover', () => {
    const crossed = ordered({ ordered: 'crossover', scheme: 'T568A' });
    const cross = read({ walk: '36145278' });
    const made = (head: 'T568A' | 'T568B', tail: 'T568A' | 'T568B') =>
      states(after(crossed, make('head', head), make('tail', tail), cross));
    expect(made('T568A', 'T568B')).toEqual(PROVEN);
    expect(made('T568B', 'T568A')).toEqual(PROVEN);
    expect(made('T568B', 'T568B')).toEqual(SO_FAR);
  });
  it('means nothing to a coax', () => {
    const { evidence: _, ...coax } = file.links.find((l) => l.head.connector === 'coax-compression')!;
    const ends = (['head', 'tail'] as const).map((end): What => ({ seated: { connector: 'coax-compression', scheme: 'T568A' }, end })); // prettier-ignore
    expect(states(after({ ...coax, scheme: 'T568B' }, ...ends, read({ walk: 'C S' })))).toEqual(PROVEN);
  });
});

describe('a question about the length of a cable', () => {
  it('is not answered by a reading that has none', () => {
    expect(states(after(planned, long(80)))).toEqual(SO_FAR);
    const again = after(planned, long(80), good);
    expect(states(again)).toEqual(SO_FAR);
    expect(again.head.reason).toBe('Planned 30 m, measured 80 m: is this the right cable?');
    expect(states(after(planned, good))).toEqual(PROVEN);
  });
  it('is answered by a length that goes with the plan, by somebody who stands by the cable, by a re-pull', () => {
    expect(states(after(planned, long(80), long(30)))).toEqual(PROVEN);
    expect(states(after(planned, long(80), long(30), good))).toEqual(PROVEN);
    const stands = { confirmed: ['length'], confirmedAgainst: 30 };
    expect(states(after(planned, long(80, stands)))).toEqual(PROVEN);
    expect(states(after(planned, long(80, stands), good))).toEqual(PROVEN);
    expect(states(after(planned, long(80), read({}, stands)))).toEqual(PROVEN);
    expect(states(after(planned, long(80), read({}, stands), good))).toEqual(PROVEN);
    expect(states(after(planned, long(80), { repulled: {} }, good))).toEqual(PROVEN);
  });
  it('falls away where the plan is corrected to what was measured, and is asked anew where it is not', () => {
    const at = (lengthMetres: number) => ({ ...planned, lengthMetres });
    const stood = long(80, { confirmed: ['length'], confirmedAgainst: 30 });
    expect(states(after(at(80), long(80), good))).toEqual(PROVEN);
    expect(states(after(at(50), stood))).toEqual(SO_FAR);
    expect(states(after(at(50), stood, good))).toEqual(SO_FAR);
  });
  it('is stood by against what was known then: marks that are read later ask anew', () => {
    const marks: What = { pulled: { metres: 45, errorMetres: 0.5 } };
    for (const stands of [
      { confirmed: ['length'], confirmedAgainst: 30 },
      // As an earlier version wrote it.
      { confirmed: ['length'] },
    ]) {
      expect(states(after(planned, long(80, stands), marks))).toEqual(SO_FAR);
      expect(states(after(planned, long(80, stands), marks, good))).toEqual(SO_FAR);
    }
    // The same word given on a device that had not heard of the marks.
    expect(states(after(planned, marks, long(80, { confirmed: ['length'], confirmedAgainst: 30 })))).toEqual(SO_FAR); // prettier-ignore
    expect(states(after(planned, marks, long(80, { confirmed: ['length'], confirmedAgainst: 45 })))).toEqual(PROVEN); // prettier-ignore
    expect(states(after(planned, marks, long(80, { confirmed: ['length'] })))).toEqual(PROVEN);
  });
  it('is left alone by what is no length of the cable: a remote left in the tester, a reading over a break', () => {
    expect(states(after(planned, long(80), long(0.2), good))).toEqual(SO_FAR);
    expect(states(after(planned, long(0.2), good))).toEqual(PROVEN);
    const broken = read({ evidence: 'wiremap-length', walk: '123-5678', lengthMetres: 12 });
    expect(states(after(planned, broken, { redone: { action: 'redo' } as never, end: 'tail' }, good))).toEqual(PROVEN); // prettier-ignore
  });
  it('is asked of what was measured from one end as well, and takes a proof back', () => {
    const metres = (m: number) => ({ '12': m, '36': m, '45': m, '78': m });
    const seen = (m: number): What => ({ 'one-end': { from: 'head', joins: [], metres: metres(m) } });
    const doubted = after(planned, good, seen(80));
    expect([states(doubted), doubted.lastReading!.verdict]).toEqual([SO_FAR, 'provisional']);
    expect(states(after(planned, good, seen(80), good))).toEqual(SO_FAR);
    expect(states(after(planned, good, seen(80), long(30)))).toEqual(PROVEN);
    expect(states(after(planned, good, seen(30)))).toEqual(PROVEN);
    // Who stood by this length stands by it again, whatever measured it; by another one anew.
    const stood = long(80, { confirmed: ['length'], confirmedAgainst: 30 });
    expect(states(after(planned, stood, seen(81)))).toEqual(PROVEN);
    expect(states(after(planned, stood, seen(81), good))).toEqual(PROVEN);
    expect(states(after(planned, stood, seen(120)))).toEqual(['failed', 'failed']);
    expect(states(after(planned, stood, seen(60)))).toEqual(SO_FAR);
    // No more than a lead is no length of this cable.
    expect(states(after(planned, good, seen(0.3)))).toEqual(PROVEN);
    const { lengthMetres: _, ...unplanned } = planned;
    expect(states(after(unplanned, seen(150), good))).toEqual(SO_FAR);
  });
});

describe('a fail by more evidence than is read later', () => {
  const { lengthMetres: _, ...unplanned } = planned;
  it.each<[string, What, What, What]>([
    ['too long', long(120), good, long(40)],
    ['split pairs', read({ splits: ['36', '45'] }), read({ splits: undefined, evidence: 'continuity' }), good],
    ['the tester’s own result', read({ evidence: 'certification', lengthMetres: 40, result: { says: 'fail' } }), read({ evidence: 'qualification', lengthMetres: 40, result: { says: 'pass' } }), read({ evidence: 'certification', lengthMetres: 40, result: { says: 'pass' } })],
    ['a loop over its limit', read({}, { electrical: { loopOhms: { '12': 60 } } }), read({}, { electrical: { celsius: 20 } }), read({}, { electrical: { loopOhms: { '12': 4 } } })],
  ])('stands behind it until what found it says otherwise: %s', (_name, fail, blind, sees) => {
    const link = { ...unplanned, evidence: 'continuity' as Evidence };
    expect(states(after(link, fail))).toEqual(['failed', 'failed']);
    const so = after(link, fail, blind);
    expect([states(so), so.unseen?.length]).toEqual([SO_FAR, 1]);
    expect(so.head.reason).toMatch(/cannot see|is over/);
    // However often, and whatever was done at an end or fails for another reason meanwhile.
    expect(states(after(link, fail, blind, blind))).toEqual(SO_FAR);
    const redone: What = { redone: { action: 'redo' } as never, end: 'tail' };
    expect(states(after(link, fail, redone, blind))).toEqual(SO_FAR);
    const open = read({ walk: '12345-78', evidence: 'continuity', splits: undefined });
    expect(states(after(link, fail, open, redone, blind))).toEqual(SO_FAR);
    const answered = after(link, fail, blind, sees);
    expect([states(answered), answered.unseen]).toEqual([PROVEN, undefined]);
    expect(states(after(link, fail, sees, blind))).toEqual(PROVEN);
    expect(states(after(link, fail, blind, { repulled: {} }, blind))).toEqual(PROVEN);
  }); // prettier-ignore
  it('is no matter where the lesser reading sees it: an open shows to every tester', () => {
    const link = { ...unplanned, evidence: 'continuity' as Evidence };
    const open = read({ walk: '12345-78', evidence: 'wiremap-length', lengthMetres: 30 });
    expect(states(after(link, open, read({ splits: undefined, evidence: 'continuity' })))).toEqual(PROVEN);
  });
  it('stands with all it failed by: seeing one of two is not seeing the other', () => {
    const link = { ...unplanned, evidence: 'continuity' as Evidence };
    const both = read({ evidence: 'certification', lengthMetres: 120, result: { says: 'fail' } });
    expect(states(after(link, both, long(40)))).toEqual(SO_FAR);
    expect(states(after(link, both, read({ evidence: 'certification', lengthMetres: 40, result: { says: 'pass' } })))).toEqual(PROVEN); // prettier-ignore
    // Split, with a length that the next one has not: what it was split by is seen, and its length was good.
    expect(states(after(link, read({ evidence: 'wiremap-length', splits: ['36', '45'], lengthMetres: 30 }), good))).toEqual(PROVEN); // prettier-ignore
    const pairs = read({}, { electrical: { loopOhms: { '12': 60, '36': 4 } } });
    expect(states(after(link, pairs, read({}, { electrical: { loopOhms: { '36': 4 } } })))).toEqual(SO_FAR);
    expect(states(after(link, pairs, read({}, { electrical: { loopOhms: { '12': 4 } } })))).toEqual(PROVEN);
  });
  it('is several at once where each was found by something of its own', () => {
    const link = { ...unplanned, evidence: 'continuity' as Evidence };
    const blind = read({ splits: undefined, evidence: 'continuity' });
    const ohms = read({}, { electrical: { loopOhms: { '12': 60 } } });
    const both = after(link, ohms, long(120), blind);
    expect(both.unseen).toHaveLength(2);
    expect(states(after(link, ohms, long(120), blind, long(40)))).toEqual(SO_FAR);
    expect(states(after(link, ohms, long(120), blind, long(40), read({}, { electrical: { loopOhms: { '12': 4 } } })))).toEqual(PROVEN); // prettier-ignore
  });
});

describe('an end that somebody refused', () => {
  const refused: What = { rejected: { reason: 'plate loose' }, end: 'tail' };
  it('stays so whatever a tester says, until it is put right and read again', () => {
    const read = after(planned, good, refused, good);
    expect([states(read), read.tail.reason]).toEqual([['provisional', 'failed'], 'plate loose']);
    const right: What = { redone: { action: 'repunch', contacts: [] } as never, end: 'tail' };
    expect(states(after(planned, good, refused, right))).toEqual(['stale', 'stale']);
    expect(states(after(planned, good, refused, right, good))).toEqual(PROVEN);
    // It is no making: the attempt is the one that was refused.
    const seated: What = { seated: { connector: 'punch-down-jack', scheme: 'T568B' }, end: 'tail' };
    expect(after(planned, seated, good, refused, right, good).tail).toMatchObject({
      attempt: 1,
      state: 'proven',
    });
    expect(after(planned, seated, good, refused, { redone: { action: 'repunch' } as never, end: 'tail' }).tail.attempt).toBe(2); // prettier-ignore
    expect(states(after(planned, good, refused, { ...right, end: 'head' }, good))).toEqual(['provisional', 'failed']); // prettier-ignore
  });
  it('is refused for what it was, though a tester finds something else there meanwhile', () => {
    const found = after(planned, refused, read({ walk: '12345-78' }), good);
    expect(states(found)).toEqual(['provisional', 'failed']);
    expect(found.head.reason).toContain('the tail was refused (plate loose)');
  });
  it('that only answered wrong in a round is cleared by a numbered remote in its own outlet, one refused by eye is not', () => {
    const stranger: What = { rejected: { reason: 'answers elsewhere', answered: true }, end: 'head' };
    const remote = read({}, { remote: 3 });
    expect(states(after(planned, stranger, good))).toEqual(['failed', 'provisional']);
    expect(states(after(planned, stranger, remote))).toEqual(PROVEN);
    expect(states(after(planned, refused, remote))).toEqual(['provisional', 'failed']);
    // A number alone says nothing: nobody put that remote into this outlet.
    expect(states(after(planned, stranger, read({}, { remote: 3, unplaced: true })))).not.toEqual(PROVEN);
  });
  it('whose cable was found joined with one and then with another is parted from both or not at all', () => {
    const first: What = { traced: { is: 'bridged', by: 'remote', with: ['K1-02'] } };
    const second: What = { rejected: { reason: 'both answer', joined: ['K1-03'] }, end: 'head' };
    const mended: What = { redone: { action: 'redo' } as never, end: 'head' };
    const beside = (...silent: string[]) => read({}, { remote: 3, silent });
    expect(states(after(planned, first, second, mended, beside('K1-03')))).toEqual(SO_FAR);
    expect(states(after(planned, first, second, mended, beside('K1-02', 'K1-03')))).toEqual(PROVEN);
    const unknown: What = { rejected: { reason: 'two answer', joined: [] }, end: 'head' };
    expect(after(planned, first, unknown).joined).toMatchObject({
      with: ['K1-02'],
      another: true,
      mended: false,
    });
    expect(after(planned, first, unknown, second).joined).toMatchObject({
      with: ['K1-02', 'K1-03'],
      mended: false,
    });
  });
  it('whose cable was joined with one that nobody named is cleared by no remote of its own until that one is named', () => {
    const remote = read({}, { remote: 3 });
    const beside = read({}, { remote: 3, silent: ['K1-02'] });
    const mended: What = { redone: { action: 'redo' } as never, end: 'head' };
    const named: What = { rejected: { reason: 'joined', joined: ['K1-02'] }, end: 'head' };
    for (const joined of [
      { rejected: { reason: 'two answer', joined: [] }, end: 'head' },
      { rejected: { reason: 'three answer', joined: ['K1-02'], another: true }, end: 'head' },
      { traced: { is: 'bridged', by: 'remote' } },
      { traced: { is: 'bridged', by: 'remote', with: ['K1-02'], another: true } },
    ] as What[]) {
      const seen = after(planned, joined, mended, remote, beside);
      expect(states(seen)).toEqual(['provisional', 'provisional']);
      expect(seen.head.reason).toMatch(/one that nobody named/);
      expect(states(after(planned, joined, mended, named, remote))).not.toEqual(PROVEN);
      expect(states(after(planned, joined, mended, named, mended, remote))).toEqual(['provisional', 'provisional']); // prettier-ignore
      expect(states(after(planned, joined, mended, named, mended, beside))).toEqual(PROVEN);
    }
  });
});

describe('the form', () => {
  const at = '2026-11-04T12:00:00.000Z';
  const says = (whats: What[], next: What, by = 'ines') =>
    judgeForLink(after(planned, ...whats), planned, terms, { at, by, data: next.reading! });
  it('says of a reading what the log will, and why', () => {
    const told: [What[], What, string, RegExp][] = [
      [[], good, 'pass', /^Every contact answers/],
      [[long(80)], good, 'provisional', /is this the right cable/],
      [[long(120)], good, 'provisional', /a wiremap with length found a fail that a wiremap cannot see|over/],
      [[{ rejected: { reason: 'plate loose' }, end: 'tail' }], good, 'provisional', /the tail was refused \(plate loose\)/],
      [[{ exchanged: { with: 'K1-02' } as never }], good, 'provisional', /exchanged with/],
    ]; // prettier-ignore
    for (const [before, next, verdict, reason] of told) {
      const judged = says(before, next);
      expect(judged).toMatchObject({
        ok: true,
        held: verdict !== 'pass' && next === good && !String(reason).includes('right cable'),
        judgement: { verdict, reason: expect.stringMatching(reason) },
      });
      expect(after(planned, ...before, next).lastReading!.verdict).toBe(verdict);
    }
  });
  it('says what the log knows before what the reading lacks, and a fail as it is', () => {
    const refused: What = { rejected: { reason: 'plate loose' }, end: 'tail' };
    const less = read({ evidence: 'continuity', splits: undefined });
    expect(says([], less)).toMatchObject({ held: false, judgement: { verdict: 'provisional', reason: expect.stringContaining('the job asks for') } }); // prettier-ignore
    expect(says([refused], less)).toMatchObject({ held: true, judgement: { verdict: 'provisional', reason: expect.stringContaining('plate loose') } }); // prettier-ignore
    expect(says([refused], read({ walk: '12345-78' }))).toMatchObject({ held: false, judgement: { verdict: 'fail', reason: 'contact 6 open' } }); // prettier-ignore
  });
  it('names who read a fail just before, and nobody where it was oneself or some time ago', () => {
    const fail = read({ walk: '12345-78' });
    const soon = (by: string, ms: number) =>
      judgeForLink(after(planned, fail), planned, terms, { at: new Date(Date.UTC(2026, 10, 4, 9) + ms).toISOString(), by, data: good.reading! }); // prettier-ignore
    expect(soon('bo', 119_000)).toMatchObject({ disputedBy: 'ines', judgement: { verdict: 'provisional' } });
    expect(soon('bo', 120_000)).not.toHaveProperty('disputedBy');
    expect(soon('ines', 1000)).not.toHaveProperty('disputedBy');
  });
});
