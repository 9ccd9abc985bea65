import { ofLink } from '../model/of-link';
import { jobFileProblems } from '../plan/invariants';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { madeId } from '../../../tests/support/made-id';
import demo from '../../../demo/skerry-point.json';
import type { Entry, EntryOf } from '../model/entry';
import { jobFileSchema, type Link, type Policy } from '../model/job';
import { nextAfter, wantsReading } from './next';
import type { Terms } from './judge-measured';
import { foldLink } from './state';

const file = jobFileSchema.parse(demo);
const logged = file.entries.filter(ofLink);
const { policy } = file.job;
const terms: Terms = { policy, parts: file.parts };
const link: Link = file.links.find((l) => l.id === 'K1-01')!;
const byLinkOf = (entries: Entry[]) =>
  new Map(file.links.map((l) => [l.id, entries.filter((e) => e.link === l.id)]));
let n = 0;
const entry = <K extends Entry['kind']>(
  kind: K,
  data: EntryOf<K>['data'],
  end?: 'head' | 'tail',
  by = 'ines',
) =>
  ({
    id: `00000000-0000-4000-8000-${String(++n).padStart(12, '0')}`,
    job: 'skerry-point',
    link: link.id,
    ...(end ? { end } : {}),
    kind,
    at: new Date(Date.UTC(2026, 10, 4, 9, n)).toISOString(),
    by,
    data,
  }) as EntryOf<K>;
const seat = (end: 'head' | 'tail') => entry('seated', { connector: 'patch-panel', scheme: 'T568B' }, end);
const read = (
  walk: string,
  more: Partial<EntryOf<'reading'>['data']['reading']> = {},
  blame?: ('head' | 'tail')[],
) =>
  entry('reading', {
    reading: { evidence: 'wiremap', walk, splits: [], ...more },
    ...(blame ? { blame } : {}),
  });
const states = (entries: Entry[], p: Policy = policy) => {
  const s = foldLink(link, { policy: p, parts: [] }, entries);
  return `${s.head.state} ${s.tail.state}`;
};

describe('the state of a link, from its log', () => {
  it('goes bare, seated, proven', () => {
    expect(states([])).toBe('bare bare');
    const log = [seat('head'), seat('tail')];
    expect(states(log)).toBe('seated seated');
    expect(states([...log, read('12345678')])).toBe('proven proven');
  });
  it('stays provisional until the evidence asked for is met, and follows the policy', () => {
    const log = [seat('head'), seat('tail'), read('12345678', { evidence: 'continuity', splits: undefined })];
    expect(states(log)).toBe('provisional provisional');
    expect(states(log, { ...policy, evidence: 'continuity' })).toBe('proven proven');
  });
  it('fails the end that is blamed, and proves nothing at the other', () => {
    expect(states([seat('head'), seat('tail'), read('123-5678', {}, ['tail'])])).toBe('seated failed');
    expect(states([seat('head'), seat('tail'), read('123-5678')])).toBe('failed failed');
    expect(states([seat('head'), seat('tail'), read('12345678'), read('123-5678', {}, ['head'])])).toBe(
      'failed provisional',
    );
  });
  it('makes both proofs stale by a redo, counts the attempt, and is proven again by a reading', () => {
    const log: Entry[] = [
      seat('head'),
      seat('tail'),
      read('12345678'),
      entry('redone', { action: 'redo', connector: 'patch-panel', scheme: 'T568B' }, 'head'),
    ];
    expect(states(log)).toBe('stale stale');
    expect(foldLink(link, terms, log).head.attempt).toBe(2);
    expect(foldLink(link, terms, log).lastReading!.current).toBe(false);
    expect(states([...log, read('12345678')])).toBe('proven proven');
  });
  it('is not proven by a reading of the morning that is brought in the evening, after a redo at noon', () => {
    const at = (hour: number) => new Date(Date.UTC(2026, 10, 4, hour)).toISOString();
    /** What one device writes down at an hour, done then or at an hour before. */
    const wrote = <E extends Entry>(e: E, written: number, hour: number, done = hour): E => ({
      ...e,
      id: madeId(written, Date.parse(at(hour))),
      at: at(done),
      device: 'd1',
      written,
    });
    const brought = { by: 'ines', at: at(17), file: 'morning.csv' };
    const good = read('12345678');
    const log: Entry[] = [
      wrote(seat('head'), 1, 8),
      wrote(seat('tail'), 2, 8),
      wrote(entry('redone', { action: 'redo' }, 'head'), 3, 12),
    ];
    const byFile = wrote({ ...good, data: { ...good.data, brought } }, 4, 17, 10);
    const typedIn = wrote(good, 4, 17, 10);
    for (const told of [byFile, typedIn]) expect(states([...log, told])).toBe('stale stale');
    expect(states([...log, wrote(good, 4, 17)])).toBe('proven proven');
  });
  it('counts punches by slot until the connector is new', () => {
    const punch = () => entry('redone', { action: 'repunch', contacts: ['4'] }, 'head');
    const log: Entry[] = [seat('head'), punch(), punch()];
    expect(foldLink(link, terms, log).head.repunched).toEqual({ '4': 2 });
    expect(
      foldLink(link, terms, [...log, entry('redone', { action: 'redo' }, 'head')]).head.repunched,
    ).toEqual({});
  });
  it('keeps a read-back with the connector it was made for', () => {
    const back = entry('read-back', { right: true, held: [], seconds: 9 }, 'head');
    const log: Entry[] = [back, seat('head')];
    expect(foldLink(link, terms, log).head.readBack).toBe(true);
    expect(
      foldLink(link, terms, [...log, entry('redone', { action: 'redo' }, 'head')]).head.readBack,
    ).toBeUndefined();
  });
  it('a refusal by eye fails an end; a re-pull starts both over', () => {
    expect(states([seat('head'), entry('rejected', { reason: 'jacket not under the latch' }, 'head')])).toBe(
      'failed bare',
    );
    expect(states([seat('head'), seat('tail'), read('12345678'), entry('repulled', {})])).toBe('bare bare');
  });
  it('an entry taken back leaves the state without it; taking that back brings it again', () => {
    const log: Entry[] = [seat('head'), seat('tail'), read('12345678')];
    const undo = entry('void', { entry: log[2]!.id, reason: 'wrong port' });
    expect(states([...log, undo])).toBe('seated seated');
    expect(states([...log, undo, entry('void', { entry: undo.id, reason: 'it was right' })])).toBe(
      'proven proven',
    );
  });
  it('does not depend on the order of arrival (property)', () => {
    const byLink = byLinkOf(logged);
    const some = fc
      .constantFrom(...[...byLink.keys()])
      .chain((id) =>
        fc.tuple(
          fc.constant(id),
          fc.shuffledSubarray(byLink.get(id)!, { minLength: byLink.get(id)!.length }),
        ),
      );
    fc.assert(
      fc.property(some, ([id, shuffled]) => {
        const l = file.links.find((x) => x.id === id)!;
        expect(foldLink(l, terms, shuffled)).toEqual(foldLink(l, terms, byLink.get(id)!));
      }),
    );
  });
  it('goes on from a state as if it had folded all at once (property)', () => {
    const byLink = [...byLinkOf(logged.filter((e) => e.kind !== 'void')).entries()];
    fc.assert(
      fc.property(fc.constantFrom(...byLink), fc.nat(20), ([id, log], cut) => {
        const l = file.links.find((x) => x.id === id)!;
        if (logged.some((e) => e.kind === 'void' && e.link === id)) return;
        const half = foldLink(l, terms, log.slice(0, cut));
        expect(foldLink(l, terms, log.slice(cut), half)).toEqual(foldLink(l, terms, log));
      }),
    );
  });
});

describe('the demo job', () => {
  it('is whole and holds every state there is', () => {
    expect(jobFileProblems(file)).toEqual([]);
    const seen = new Set(
      file.links.flatMap((l) => {
        const s = foldLink(
          l,
          terms,
          logged.filter((e) => e.link === l.id),
        );
        return [s.head.state, s.tail.state];
      }),
    );
    expect([...seen].sort()).toEqual(['bare', 'failed', 'proven', 'provisional', 'seated', 'stale']);
  });
});

describe('what is next', () => {
  it('goes round from where one stands and skips what wants nothing', () => {
    const three = file.links.slice(0, 3);
    expect(nextAfter(three, three[0]!.id, () => true)).toBe(three[1]);
    expect(nextAfter(three, three[2]!.id, (l) => l === three[1])).toBe(three[1]);
    expect(nextAfter(three, three[1]!.id, (l) => l === three[1])).toBeNull();
  });
  it('wants a reading where both ends are made and nothing is known to be wrong', () => {
    expect(wantsReading(foldLink(link, terms, [seat('head')]))).toBe(false);
    expect(wantsReading(foldLink(link, terms, [seat('head'), seat('tail')]))).toBe(true);
    expect(
      wantsReading(foldLink(link, terms, [seat('head'), seat('tail'), read('123-5678', {}, ['tail'])])),
    ).toBe(false);
  });
});

describe('conditions beside the facts', () => {
  const redo = (end: 'head' | 'tail') => entry('redone', { action: 'redo' }, end);
  const states = (s: ReturnType<typeof foldLink>) => [s.head.state, s.tail.state];
  it('an exchange fails both ends, not the head alone', () => {
    const log = [seat('head'), seat('tail'), read('1 2 3 4 5 6 7 8'), entry('exchanged', { with: 'K1-02' })];
    expect(states(foldLink(link, terms, log))).toEqual(['failed', 'failed']);
  });
  it('what was done and seen since it first failed is one thread, until it reads good', () => {
    const look = { end: 'tail' as const, contact: '4' as const, conductor: 'BL' as const, open: false };
    const diagnosis = {
      mistakes: [],
      probability: 1,
      remedy: '',
      looked: [look, { ...look, end: 'head' as const }],
    };
    // In the order of their times: what is made first is earlier.
    const seated = [seat('head'), seat('tail')];
    const failed = read('1 2 3 - 5 6 7 8', {}, ['head']);
    Object.assign(failed.data, { diagnosis, known: { checked: true, swapped: ['tail'] } });
    const log = [...seated, failed];
    expect(foldLink(link, terms, log).thread).toMatchObject({ fails: 1, checked: true, swapped: ['tail'], looked: [{ end: 'tail' }, { end: 'head' }] }); // prettier-ignore
    log.push(entry('redone', { action: 'repunch', contacts: ['4'] }, 'head') as never);
    expect(foldLink(link, terms, log).thread).toMatchObject({ looked: [{ end: 'tail' }], repunched: [{ end: 'head', contact: '4' }], redone: [] }); // prettier-ignore
    log.push(redo('head') as never, read('1 2 3 - 5 6 7 8', {}, ['tail']));
    expect(foldLink(link, terms, log).thread).toMatchObject({ fails: 2, checked: true, repunched: [], redone: ['head'], looked: [{ end: 'tail' }] }); // prettier-ignore
    log.push(seat('tail'));
    expect(foldLink(link, terms, log).thread).toMatchObject({ redone: ['head', 'tail'], looked: [] });
    log.push(read('1 2 3 4 5 6 7 8'));
    expect(foldLink(link, terms, log).thread).toBeUndefined();
  });
  it('what was wrong is asked until it is told, before or after the pass', () => {
    const seated = [seat('head'), seat('tail')];
    const failed = read('1 2 3 - 5 6 7 8', {}, ['head']);
    const mistakes = [
      { where: 'head' as const, kind: 'missed-punch', contacts: ['4' as const], conductors: ['BL' as const] },
    ];
    Object.assign(failed.data, { diagnosis: { mistakes, probability: 0.8, remedy: '', looked: [] } });
    const mended = [...seated, failed, redo('head'), read('1 2 3 4 5 6 7 8')];
    expect(foldLink(link, terms, mended).untold).toEqual(mistakes);
    const told = entry('found', { mistakes, asExplained: true });
    expect(foldLink(link, terms, [...mended, told]).untold).toBeUndefined();
    const before = [...mended.slice(0, 4), told, mended[4]!];
    expect(foldLink(link, terms, before).untold).toBeUndefined();
  });
  it('a redo makes a provisional end across stale as well as a proven one', () => {
    const log = [seat('head'), seat('tail'), read('1 2 3 4 5 6 7 8', { evidence: 'continuity', splits: undefined })]; // prettier-ignore
    expect(states(foldLink(link, terms, log))).toEqual(['provisional', 'provisional']);
    expect(states(foldLink(link, terms, [...log, redo('tail')]))).toEqual(['stale', 'stale']);
  });
  it('two people at one end count as at the same time within ten minutes, and not after', () => {
    const first = seat('tail');
    const later = (minutes: number) => {
      const e = entry('redone', { action: 'redo' }, 'tail', 'una');
      e.at = new Date(Date.parse(first.at) + minutes * 60_000).toISOString();
      return foldLink(link, terms, [first, e]).tail.loggedTwice;
    };
    expect([later(9.9), later(10)]).toEqual([['ines', 'una'], undefined]);
  });
  it('entries of one instant are taken by their ids, whatever order they came in', () => {
    const [a, b] = [read('1 2 3 - 5 6 7 8'), read('1 2 3 4 5 6 7 8')];
    b.at = a.at;
    expect(states(foldLink(link, terms, [a, b]))).toEqual(['proven', 'proven']);
    expect(states(foldLink(link, terms, [b, a]))).toEqual(['proven', 'proven']);
  });
  it('a value over its limit does not hide what the wire map failed by', () => {
    const e = read('1 2 3 - 5 6 7 8');
    e.data.electrical = { loopOhms: { '12': 40 } };
    expect(foldLink(link, terms, [e]).head.reason).toBe('contact 4 open');
  });
  it('a link moved on site wants a reading where it is, and a failed end stays failed', () => {
    const move = () => entry('moved', { revision: 2, changed: ['port K1 1 → K1 7'] });
    const proven = [seat('head'), seat('tail'), read('1 2 3 4 5 6 7 8'), move()];
    expect(states(foldLink(link, terms, proven))).toEqual(['stale', 'stale']);
    expect(foldLink(link, terms, proven).lastReading!.current).toBe(false);
    const failed = [seat('head'), read('1 2 3 - 5 6 7 8', {}, ['head']), move()];
    expect(states(foldLink(link, terms, failed))).toEqual(['failed', 'bare']);
  });
});

describe('what is given to somebody', () => {
  const failed = () => [seat('head'), seat('tail'), read('1 2 3 4 5 6 8 7')];
  const of = (entries: Entry[]) => foldLink(link, terms, entries).assignedTo;
  it('is theirs until it is given back or reads good', () => {
    const log = [...failed(), entry('assigned', { to: 'bo' })];
    expect(of(log)).toBe('bo');
    expect(of([...log, entry('redone', { action: 'redo' }, 'tail')])).toBe('bo');
    expect(of([...log, entry('assigned', {})])).toBeUndefined();
    expect(
      of([...log, entry('redone', { action: 'redo' }, 'tail'), read('1 2 3 4 5 6 7 8')]),
    ).toBeUndefined();
  });
});

describe('what a trace found', () => {
  it('stands with the link until another trace says otherwise, and is proven by a pass', () => {
    const inferred = entry('traced', { is: 'inferred', by: 'remote', cable: 4 });
    expect(foldLink(link, terms, [inferred]).traced).toMatchObject({ is: 'inferred', cable: 4 });
    const bridged = entry('traced', { is: 'bridged', by: 'remote', with: ['K1-02'] });
    expect(foldLink(link, terms, [inferred, bridged]).traced).toMatchObject({ is: 'bridged' });
    expect(foldLink(link, terms, [inferred, read('1 2 3 4 5 6 7 8')]).traced).toMatchObject({ is: 'known' });
    expect(foldLink(link, terms, [inferred, read('1 2 3 - 5 6 7 8')]).traced).toMatchObject({
      is: 'inferred',
    });
    expect(foldLink(link, terms, [inferred, entry('repulled', {})]).traced).toBeUndefined();
  });
  it('changes no termination, and a flag stands at its end until it is off', () => {
    const flag = entry('flagged', { tape: 'violet', bands: 2, text: '7' }, 'tail');
    const status = foldLink(link, terms, [flag]);
    expect([status.head.state, status.tail.state]).toEqual(['bare', 'bare']);
    expect(status.tail.flag).toEqual({ tape: 'violet', bands: 2, text: '7' });
    const off = entry('flagged', { tape: 'violet', bands: 0 }, 'tail');
    expect(foldLink(link, terms, [flag, off]).tail.flag).toBeUndefined();
    expect(foldLink(link, terms, [flag, entry('void', { entry: flag.id, reason: 'x' })]).tail.flag).toBeUndefined(); // prettier-ignore
  });
});

describe('what stands beside the states', () => {
  const fold = (...entries: Entry[]) => foldLink(link, { policy, parts: [] }, entries);
  it('is who wrote last, and about which end; how many entries count', () => {
    const made = seat('head');
    const last = entry('photo', { photo: 'p1', width: 8, height: 6 }, 'tail', 'bo');
    const s = fold(made, last);
    expect(s.lastEntry).toEqual({ id: last.id, kind: 'photo', at: last.at, by: 'bo', end: 'tail' });
    expect([s.entries, s.tail.photo, s.head.photo]).toEqual([2, 'p1', undefined]);
    expect(fold(entry('note', { text: 'x' })).lastEntry).not.toHaveProperty('end');
  });
  it('is that its cable lies, once it was pulled or re-pulled', () => {
    expect(fold(seat('head')).laid).toBeUndefined();
    expect(fold(entry('pulled', { metres: 20 })).laid).toBe(true);
    expect(fold(entry('repulled', {})).laid).toBe(true);
  });
  it('is what was asked of an end that nobody made: nothing read back, nothing made', () => {
    const s = fold(entry('note', { text: 'x' }));
    for (const end of ['head', 'tail'] as const)
      expect(s[end]).toEqual({ state: 'bare', attempt: 0, repunched: {} });
    // What was read of an end that was never logged as made is made once when it is made again.
    const made = fold(read('12345678'), seat('head'));
    expect(made.head).toMatchObject({ state: 'stale', attempt: 1 });
    expect(made.tail).toMatchObject({ state: 'stale', attempt: 0 });
  });
  it('names the link it is exchanged with, and whether somebody worked on it since', () => {
    const exchanged = entry('exchanged', { with: 'K1-02' });
    expect(fold(exchanged)).toMatchObject({ exchanged: { with: 'K1-02', mended: false }, head: { state: 'failed', reason: 'exchanged with another link' } }); // prettier-ignore
    expect(fold(exchanged, entry('redone', { action: 'redo' }, 'head')).exchanged).toMatchObject({ with: 'K1-02', mended: true }); // prettier-ignore
    const good = fold(exchanged, read('12345678'));
    expect(good.lastReading).toMatchObject({ verdict: 'provisional', current: true });
    expect(good.head.state).toBe('failed');
  });
  it('wants a reading and no other work once it is said to be exchanged back, but for what failed before', () => {
    const exchanged = entry('exchanged', { with: 'K1-02' });
    const back = entry('redone', { action: 'repunch', contacts: [] }, 'head');
    for (const done of [back, entry('moved', { revision: 2, changed: ['label'] })]) {
      const plain = fold(seat('head'), seat('tail'), exchanged, done);
      expect([plain.head.state, plain.tail.state, plain.tail.reason]).toEqual(['stale', 'stale', undefined]);
      const bad = fold(
        seat('head'),
        seat('tail'),
        entry('rejected', { reason: 'plate loose' }, 'tail'),
        exchanged,
        done,
      );
      expect(bad.tail).toMatchObject({ state: 'failed', reason: 'plate loose' });
    }
    // A fail that was read while it was exchanged is no more of that.
    const read4 = fold(seat('head'), seat('tail'), exchanged, read('123-5678'), back);
    expect(read4.tail.state).toBe('failed');
  });
  it('is a dispute where one reads a fail and another a pass within two minutes of each other, and nothing was done between', () => {
    const at = (e: Entry, seconds: number) => ({ ...e, at: new Date(Date.UTC(2026, 10, 5, 9, 0, seconds)).toISOString() }); // prettier-ignore
    const bad = at(read('123-5678'), 0);
    const good = (seconds: number, by: string) => at({ ...read('12345678'), by }, seconds);
    const disputed = fold(bad, good(119, 'bo'));
    expect(disputed).toMatchObject({ disputedBy: 'ines', lastReading: { verdict: 'provisional' }, head: { state: 'provisional' } }); // prettier-ignore
    for (const s of [fold(bad, good(120, 'bo')), fold(bad, good(60, 'ines')), fold(bad, at(entry('redone', { action: 'redo' }, 'head'), 30), good(60, 'bo'))]) {
      expect(s.disputedBy).toBeUndefined();
      expect(s.head.state).toBe('proven');
    }
    // Read once more it is settled.
    expect(fold(bad, good(60, 'bo'), good(90, 'bo'))).toMatchObject({ head: { state: 'proven' } });
    expect(fold(bad, good(60, 'bo'), good(90, 'bo')).disputedBy).toBeUndefined();
    // Less than was asked stays what it is: nobody claimed a pass.
    const less = at({ ...read('12345678'), data: { reading: { walk: '12345678' } }, by: 'bo' } as Entry, 60);
    expect(fold(bad, less).disputedBy).toBeUndefined();
  }); // prettier-ignore
  it('asks what was wrong only where something was done about it', () => {
    const bad = read('123-5678');
    const thread = (...between: Entry[]) => fold(bad, ...between, read('12345678'));
    expect(thread(entry('redone', { action: 'redo' }, 'head'))).toHaveProperty('untold');
    expect(thread(entry('redone', { action: 'repunch', contacts: ['4'] }, 'head'))).toHaveProperty('untold');
    expect(thread()).not.toHaveProperty('untold');
    expect(thread(entry('redone', { action: 'redo' }, 'head'), entry('found', { mistakes: [], asExplained: false })).untold).toBeUndefined(); // prettier-ignore
  });
});
