import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Entry, LogEntry } from '../model/entry';
import { madeId } from '../../../tests/support/made-id';
import { cautionsRead } from './cautions';
import { CLOCK_TOLERANCE_MS, compareInstants, effective, happenedAt, inOrder, resolve } from './effective';
import { leadProofs } from './leads';
import { project, projectSince, type Projection } from './projection';
import { recentReadings } from './recent';
import { toolUse } from './tools';

const id = (n: number) => `00000000-0000-7000-8000-${String(n).padStart(12, '0')}`;
const entry = (n: number, more: object = {}): Entry =>
  ({
    id: id(n),
    job: 'j',
    link: 'L',
    kind: 'cautioned',
    at: new Date(Date.UTC(2026, 4, 4, 9, 0, n)).toISOString(),
    by: 'ines',
    data: { family: 'closed-plug' },
    ...more,
  }) as Entry;
const taken = (n: number, of: number, more: object = {}) =>
  entry(n, { kind: 'void', data: { entry: id(of), reason: 'x' }, ...more });
const ids = (entries: readonly LogEntry[]) => entries.map((e) => Number(e.id.slice(-12)));
const counting = (entries: readonly LogEntry[]) => ids(effective(entries));

describe('the order of a log', () => {
  it('compares instants as instants, whatever their precision', () => {
    expect(compareInstants('2026-05-04T09:12:00Z', '2026-05-04T09:12:00.500Z')).toBeLessThan(0);
    expect(compareInstants('2026-05-04T09:12:00.5Z', '2026-05-04T09:12:00.500000Z')).toBe(0);
    expect(compareInstants('2026-05-04T09:12:00.123456Z', '2026-05-04T09:12:00.123455Z')).toBeGreaterThan(0);
  });
  it('puts a whole second before the half second after it', () => {
    const [a, b] = [entry(2, { at: '2026-05-04T09:12:00Z' }), entry(1, { at: '2026-05-04T09:12:00.500Z' })];
    expect(ids(inOrder([b, a]))).toEqual([2, 1]);
  });
  it('corrects a clock that was seen to be wrong, and leaves small errors alone', () => {
    const at = '2026-05-04T09:30:00Z';
    const wrote = (n: number, clockErrorMs: number) => entry(n, { id: madeId(n, Date.parse(at)), at, clockErrorMs }); // prettier-ignore
    const [ahead, slightly] = [wrote(1, 20 * 60_000), wrote(2, 15_000)];
    const between = entry(3, { at: '2026-05-04T09:20:00Z' });
    expect(ids(inOrder([ahead, between]))).toEqual([1, 3]);
    expect(ids(inOrder([slightly, between]))).toEqual([3, 2]);
  });
  it('takes an error of twenty seconds for what the way takes, and one of more for the clock’s', () => {
    const said = Date.parse('2026-05-04T09:30:00Z');
    const by = (clockErrorMs: number) => happenedAt(entry(1, { id: madeId(1, said), at: '2026-05-04T09:30:00Z', clockErrorMs })); // prettier-ignore
    expect([0, 19_999, 20_000, -20_000].map((e) => by(e))).toEqual([said, said, said, said]);
    expect(by(20_001)).toBe(said - 20_001);
    expect(by(-20_001)).toBe(said + 20_001);
    // More than that for what the server had before it is said to have happened.
    const had = (ms: number) => happenedAt(entry(1, { at: '2026-05-04T09:30:00Z', receivedAt: new Date(said + ms).toISOString() })); // prettier-ignore
    expect([-1000, 0, 60_000, -CLOCK_TOLERANCE_MS].map(had)).toEqual([said, said, said, said]);
    expect(had(-CLOCK_TOLERANCE_MS - 1)).toBe(said - CLOCK_TOLERANCE_MS - 1);
    expect(happenedAt(entry(1, { at: '2026-05-04T09:30:00Z' }))).toBe(said);
  });
  it('at one instant goes by what its text says beyond milliseconds, the device, its count and the id', () => {
    const at = '2026-05-04T09:12:00.123Z';
    const finer = (n: number, digits: string) => entry(n, { at: `2026-05-04T09:12:00.123${digits}Z` });
    expect(ids(inOrder([finer(1, '5'), finer(2, '4'), entry(3, { at })]))).toEqual([3, 2, 1]);
    expect(ids(inOrder([entry(1, { at, device: 'b' }), entry(2, { at, device: 'a' }), entry(3, { at })]))).toEqual([3, 2, 1]); // prettier-ignore
    expect(ids(inOrder([entry(1, { at, device: 'a', written: 2 }), entry(2, { at, device: 'a', written: 1 })]))).toEqual([2, 1]); // prettier-ignore
    expect(ids(inOrder([entry(2, { at }), entry(1, { at }), entry(3, { at })]))).toEqual([1, 2, 3]);
    expect(ids(inOrder([entry(1, { at, written: 9 }), entry(2, { at, written: 1 })]))).toEqual([2, 1]);
  });
  it('moves what a device wrote later to what it wrote before, to the part of a millisecond, and no other’s', () => {
    const wrote = (n: number, written: number, at: string, device: string | undefined = 'd1') => entry(n, { id: madeId(n, Date.parse(at)), at, device, written }); // prettier-ignore
    const set = [wrote(1, 1, '2026-05-04T09:00:00.000500Z'), wrote(2, 2, '2026-05-04T09:00:00.000100Z')];
    const between = entry(3, { at: '2026-05-04T09:00:00.000300Z' });
    expect(ids(inOrder([...set, between]))).toEqual([3, 1, 2]);
    // One without a device, or without a count, is where its clock has it.
    const loose = [wrote(1, 1, '2026-05-04T10:00:00Z', undefined), wrote(2, 2, '2026-05-04T09:00:00Z', undefined)]; // prettier-ignore
    delete (loose[0] as { device?: string }).device;
    delete (loose[1] as { device?: string }).device;
    expect(ids(inOrder(loose))).toEqual([2, 1]);
    const uncounted = [entry(1, { at: '2026-05-04T10:00:00Z', device: 'd1' }), entry(2, { at: '2026-05-04T09:00:00Z', device: 'd1' })]; // prettier-ignore
    expect(ids(inOrder(uncounted))).toEqual([2, 1]);
  });
  it('puts nothing after the time at which the server had it', () => {
    const tomorrow = entry(1, { at: '2026-05-05T09:00:00Z', receivedAt: '2026-05-04T09:00:10Z' });
    expect(ids(inOrder([entry(2, { at: '2026-05-04T10:00:00Z' }), tomorrow]))).toEqual([1, 2]);
  });
  it('keeps what one device wrote in the order it wrote it, though its clock was set back', () => {
    const wrote = [entry(9, { at: '2026-05-04T10:00:00Z' }), entry(8, { at: '2026-05-04T09:00:00Z' })].map(
      (e, i) => ({ ...e, id: madeId(9 - i, Date.parse(e.at)), device: 'd1', written: i + 1 }),
    );
    expect(ids(inOrder([...wrote].reverse()))).toEqual([9, 8]);
    // An id of another kind says nothing of when it was written.
    const other = wrote.map((e) => ({ ...e, id: e.id.replace('-7000-', '-4000-') }));
    expect(ids(inOrder([...other].reverse()))).toEqual([9, 8]);
  });
  it('leaves what is told later than it happened where it happened, and holds what follows to what was before that', () => {
    const at = (minute: number) => new Date(Date.UTC(2026, 4, 4, 9, minute)).toISOString();
    const wrote = (n: number, said: number, written: number, more: object = {}, clock = said) =>
      entry(n, { id: madeId(n, Date.parse(at(clock))), at: at(said), device: 'd1', written, ...more });
    // Done at 9:30; told at 9:50 of 9:10; then the clock is set back to 9:20.
    const log = [wrote(1, 30, 1), wrote(2, 10, 2, {}, 50), wrote(3, 20, 3)];
    expect(ids(inOrder(log))).toEqual([2, 1, 3]);
    // An error of the clock within what is let pass is no telling.
    const close = [wrote(1, 30, 1), wrote(2, 10, 2, {}, 10 + CLOCK_TOLERANCE_MS / 60_000)];
    expect(ids(inOrder(close))).toEqual([1, 2]);
    // A reading that was brought says so itself, whatever its id.
    const brought = { kind: 'reading', data: { reading: { walk: '1' }, brought: { by: 'x', at: at(50), file: 'f' } } }; // prettier-ignore
    expect(ids(inOrder([wrote(1, 30, 1), wrote(2, 10, 2, brought)]))).toEqual([2, 1]);
    expect(ids(inOrder([wrote(1, 30, 1), wrote(2, 10, 2, { ...brought, data: { reading: { walk: '1' } } })]))).toEqual([1, 2]); // prettier-ignore
  });
  it('does not correct a time that a file or a person said by the clock of the device that wrote it down', () => {
    const off = { at: '2026-05-04T09:30:00Z', clockErrorMs: 20 * 60_000 };
    const [said, corrected] = [Date.parse(off.at), Date.parse('2026-05-04T09:10:00Z')];
    const [then, later] = [{ id: madeId(1, said) }, { id: madeId(1, said + 3_600_000) }];
    const reading = { ...off, kind: 'reading', data: { reading: { walk: '1' } } };
    const brought = { ...reading.data, brought: { by: 'x', at: off.at, file: 'f' } };
    expect(happenedAt(entry(1, { ...reading, ...then, data: brought }))).toBe(said);
    expect(happenedAt(entry(1, { ...off, ...later }))).toBe(said);
    expect(happenedAt(entry(1, { ...off, ...then }))).toBe(corrected);
    // A reading that lay half entered has its time from the device, whenever it was logged.
    expect(happenedAt(entry(1, { ...reading, ...later }))).toBe(corrected);
  });
});

describe('what counts of a log', () => {
  it('takes back, takes the taking back back, and so on', () => {
    expect(counting([entry(1), taken(2, 1)])).toEqual([]);
    expect(counting([entry(1), taken(2, 1), taken(3, 2)])).toEqual([1]);
    expect(counting([entry(1), taken(2, 1), taken(3, 2), taken(4, 3)])).toEqual([]);
    expect(counting([entry(1), taken(2, 1), taken(3, 1), taken(4, 2)])).toEqual([]);
  });
  it('goes by what a taking back names, not by when its clock says it was', () => {
    expect(counting([entry(5), taken(1, 5)])).toEqual([]);
  });
  it('takes an entry that came twice once, and one that names nothing for nothing', () => {
    expect(counting([entry(1), entry(1), taken(2, 77), taken(3, 3)])).toEqual([1]);
  });
  it('says who took an entry back', () => {
    expect(resolve([entry(1), taken(2, 1)])[0]).toMatchObject({ counts: false, takenBackBy: id(2) });
  });
  it('is settled in a chain of ten thousand, and in a ring', () => {
    const chain = [entry(1), ...Array.from({ length: 10_000 }, (_, i) => taken(i + 2, i + 1))];
    expect(counting(chain)).toEqual([1]);
    const ring = [taken(1, 2), taken(2, 1)];
    // Of those that name one another the last counts, and what it names does not; so on round the ring.
    for (const order of [ring, [...ring].reverse()])
      expect(resolve(order).map((r) => [r.entry.id, r.counts])).toEqual([[id(1), false], [id(2), true]]); // prettier-ignore
    const three = [taken(1, 2), taken(2, 3), taken(3, 1)];
    expect(resolve(three).map((r) => r.counts)).toEqual([false, true, true]);
    // One that names itself, or nothing that is there, takes nothing back.
    expect(resolve([taken(1, 1), taken(2, 9), entry(3)]).map((r) => r.counts)).toEqual([true, true, true]);
    // Two that take the same back: the last of them is named.
    expect(resolve([entry(1), taken(2, 1), taken(3, 1)]).map((r) => [r.counts, r.takenBackBy])).toEqual([[false, id(3)], [true, undefined], [true, undefined]]); // prettier-ignore
    // Where one of them is itself taken back, the other still stands.
    expect(resolve([entry(1), taken(2, 1), taken(3, 1), taken(4, 2)]).map((r) => [r.counts, r.takenBackBy]).slice(0, 2)).toEqual([[false, id(3)], [false, id(4)]]); // prettier-ignore
  });

  /** A log of up to 14 entries, some of which take others back, to any depth. */
  const log = fc
    .array(fc.record({ back: fc.option(fc.nat({ max: 13 })), second: fc.nat({ max: 30 }) }), {
      minLength: 1,
      maxLength: 14,
    })
    .map((list) =>
      list.map(({ back, second }, i) => {
        const at = new Date(Date.UTC(2026, 4, 4, 9, 0, second)).toISOString();
        return back !== null && i > 0 ? taken(i + 1, (back % i) + 1, { at }) : entry(i + 1, { at });
      }),
    );
  it('is what a plain recursion says, in whatever order the entries come', () => {
    let deep = 0;
    fc.assert(
      fc.property(log, fc.infiniteStream(fc.nat()), (entries, dice) => {
        const counts = (e: Entry): boolean =>
          !entries.some((v) => v.kind === 'void' && v.data.entry === e.id && counts(v));
        const shuffled = entries
          .map((e) => ({ e, k: dice.next().value as number }))
          .sort((a, b) => a.k - b.k);
        expect(new Set(counting(shuffled.map((s) => s.e)))).toEqual(
          new Set(ids(entries.filter((e) => e.kind !== 'void' && counts(e)))),
        );
        expect(counting(shuffled.map((s) => s.e))).toEqual(counting(entries));
        if (
          entries.some(
            (e) => e.kind === 'void' && entries.some((v) => v.kind === 'void' && v.data.entry === e.id),
          )
        )
          deep++;
      }),
      { numRuns: 300, seed: 11 },
    );
    // Most of these logs take a taking back back.
    expect(deep).toBeGreaterThan(150);
  });
});

describe('a projection', () => {
  const seat = (n: number, more: object = {}) =>
    entry(n, {
      kind: 'seated',
      end: 'head',
      data: { connector: 'patch-panel', scheme: 'T568B', parts: ['p'] },
      ...more,
    });
  const proof = (n: number, ok: boolean) =>
    ({
      ...entry(n),
      link: undefined,
      kind: 'leads-proved',
      data: { leads: ['a', 'b'], walk: '1', ok },
    }) as unknown as LogEntry;
  const reading = (n: number) =>
    entry(n, { kind: 'reading', data: { reading: { walk: '1 2 3 4 5 6 7 8' } } });
  const VIEWS: [string, Projection<unknown>, LogEntry][] = [
    ['tools', toolUse as Projection<unknown>, seat(1)],
    ['leads', leadProofs as Projection<unknown>, proof(1, true)],
    ['readings', recentReadings as Projection<unknown>, reading(1)],
    ['cautions', cautionsRead as Projection<unknown>, entry(1)],
  ];
  it.each(VIEWS)('over %s forgets what was taken back, and knows it again', (_, view, e) => {
    const once = project(view, [e]);
    expect(project(view, [e, taken(2, 1)])).toEqual(view.init());
    expect(project(view, [e, taken(2, 1), taken(3, 2)])).toEqual(once);
  });
  it('goes on from a state, and from the whole log where something reaches back into that state', () => {
    const before = [seat(1), seat(2)];
    const base = project(toolUse, before);
    const on = (since: LogEntry[], all: LogEntry[] | null = before) =>
      projectSince(toolUse, { base, until: before[1]!.at, since, before: all });
    expect(on([seat(3)])).toMatchObject({ sure: true, state: { p: { used: 3 } } });
    expect(on([taken(3, 1)])).toMatchObject({ sure: true, state: { p: { used: 1 } } });
    expect(on([seat(3), taken(4, 3)])).toMatchObject({ sure: true, state: { p: { used: 2 } } });
    expect(on([taken(3, 1)], null).sure).toBe(false);
    expect(base['p']!.used).toBe(2);
  });
});
