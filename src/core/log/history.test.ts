import { describe, expect, it } from 'vitest';
import type { LogEntry } from '../model/entry';
import type { Link } from '../model/job';
import { CLOCK_TOLERANCE_MS, type Resolved } from './effective';
import { clockDoubt, historyOf, type HistoryFilter } from './history';

const link = {
  id: 'K1-01',
  head: { panel: 'K1', port: 1, connector: 'patch-panel' },
  tail: { outlet: 'o1', position: 1, space: 'r1', connector: 'punch-down-jack' },
  cord: { batch: 'b1' },
} as unknown as Link;
const other = { id: 'K1-02', head: {}, tail: {} } as unknown as Link;
const linkOf = (id: string) => [link, other].find((l) => l.id === id);
let n = 0;
const entry = (more: object) =>
  ({ id: `e${++n}`, job: 'j', by: 'bo', at: new Date(Date.UTC(2026, 4, 4, 9, n)).toISOString(), ...more }) as unknown as LogEntry; // prettier-ignore
const of = (id: string, kind = 'note', more: object = {}) => entry({ link: id, kind, data: {}, ...more });
const planned = (...changes: object[]) => entry({ kind: 'planned', data: { changes } });
const through = (log: LogEntry[], filter: HistoryFilter) =>
  historyOf(
    log.map((e): Resolved => ({ entry: e, counts: true })),
    filter,
    linkOf,
  ).map((r) => log.indexOf(r.entry));

describe('a history', () => {
  it('is the whole log, newest first, where nothing narrows it', () => {
    expect(through([of('K1-01'), entry({ kind: 'tool', data: {} }), of('K1-02')], {})).toEqual([2, 1, 0]);
  });
  it('is narrowed to who, what and when: from an instant on, and before another, as instants', () => {
    const log = [
      of('K1-01', 'note', { by: 'una', at: '2026-05-04T09:00:00Z' }),
      of('K1-01', 'photo', { at: '2026-05-04T09:00:00.500Z' }),
      of('K1-01', 'note', { at: '2026-05-04T12:00:00+02:00' }),
    ];
    expect(through(log, { by: 'una' })).toEqual([0]);
    expect(through(log, { kind: 'note' })).toEqual([2, 0]);
    expect(through(log, { from: '2026-05-04T09:00:00.500Z' })).toEqual([2, 1]);
    expect(through(log, { to: '2026-05-04T10:00:00Z' })).toEqual([1, 0]);
    expect(through(log, { from: '2026-05-04T09:00:00.100Z', to: '2026-05-04T09:59:00Z', kind: 'photo' })).toEqual([1]); // prettier-ignore
  });
  it('of a link is its own entries, and the changes of plan that touched it or what it hangs on', () => {
    const touching = [
      { list: 'links', id: 'K1-01' },
      { list: 'batches', id: 'b1' },
      { list: 'runs', id: 'x', was: null, is: { links: ['K1-02', 'K1-01'] } },
      { list: 'runs', id: 'x', was: { links: ['K1-01'] }, is: null },
      { list: 'panels', id: 'K1' },
      { list: 'outlets', id: 'o1' },
      { list: 'spaces', id: 'r1' },
    ];
    for (const change of touching)
      expect(through([planned({ list: 'crew', id: 'x' }, change)], { link: 'K1-01' }), JSON.stringify(change)).toEqual([0]); // prettier-ignore
    const elsewhere = [
      { list: 'links', id: 'K1-02' },
      { list: 'batches', id: 'b2' },
      { list: 'runs', id: 'K1-01', was: { links: [] }, is: { links: ['K1-02'] } },
      { list: 'runs', id: 'K1-01', was: 'K1-01', is: { links: 'K1-01' } },
      { list: 'runs', id: 'K1-01', was: {}, is: null },
      { list: 'crew', id: 'K1-01', is: { links: ['K1-01'] } },
      { list: 'panels', id: 'o1' },
      { list: 'outlets', id: 'K1' },
      { list: 'spaces', id: 'K1' },
    ];
    expect(through([planned(...elsewhere), of('K1-02'), entry({ kind: 'tool', data: { changes: touching } })], { link: 'K1-01' })).toEqual([]); // prettier-ignore
    expect(through([of('K1-02'), of('K1-01')], { link: 'K1-01' })).toEqual([1]);
  });
  it('of a link that is nowhere is empty', () => {
    expect(through([of('gone')], { link: 'gone' })).toEqual([]);
  });
});

describe('what is to be said of a clock', () => {
  const received = '2026-05-04T10:00:00.000Z';
  const at = (ms: number) => new Date(Date.parse(received) + ms).toISOString();
  it('is nothing where the server has not had the entry, or its clock was right', () => {
    expect(clockDoubt(of('K1-01'))).toBeNull();
    expect(clockDoubt(of('K1-01', 'note', { at: at(-3_600_000), receivedAt: received }))).toBeNull();
    expect(clockDoubt(of('K1-01', 'note', { at: at(0), receivedAt: received, clockErrorMs: 20_000 }))).toBeNull(); // prettier-ignore
  });
  it('is how far it was off as the device told, else as far as it is ahead of the server', () => {
    expect(clockDoubt(of('K1-01', 'note', { at: at(0), receivedAt: received, clockErrorMs: -CLOCK_TOLERANCE_MS - 1 }))).toEqual({ offMs: -CLOCK_TOLERANCE_MS - 1, receivedAt: received }); // prettier-ignore
    expect(clockDoubt(of('K1-01', 'note', { at: at(CLOCK_TOLERANCE_MS + 5), receivedAt: received }))).toEqual({ offMs: CLOCK_TOLERANCE_MS + 5, receivedAt: received }); // prettier-ignore
  });
});
