import { randomUUID } from 'node:crypto';
import { beforeEach, describe, expect, it } from 'vitest';
import { openDatabase, type Db } from '../../src/lib/server/db/open';
import { appendEntries } from '../../src/lib/server/jobs/entries';
import { readHistory } from '../../src/lib/server/jobs/history';
import { importJob } from '../../src/lib/server/jobs/import-job';
import { exportJob } from '../../src/lib/server/jobs/job-file';
import { disagreements, readStates } from '../../src/lib/server/jobs/states';
import { clockDoubt } from '../../src/core/log/history';
import { Refused } from '../../src/lib/server/refused';
import { demoCopy } from '../support/job';

const JOB = 'station';
const LINK = 'K3-02';
const NOW = Date.parse('2026-11-24T12:00:00Z');
const MINUTE = 60_000;
let db: Db;
beforeEach(async () => {
  db = await openDatabase(':memory:');
  await importJob(db, demoCopy(JOB));
});
const at = (ms: number) => new Date(ms).toISOString();
const reading = (walk: string, time: string, more: object = {}) => ({
  id: randomUUID(),
  job: JOB,
  link: LINK,
  kind: 'reading',
  at: time,
  by: 'bo',
  data: { reading: { walk, evidence: 'wiremap', splits: [] } },
  ...more,
});
const FAIL = '1 2 3 - 5 6 7 8';
const PASS = '1 2 3 4 5 6 7 8';
const state = async () => (await readStates(db, JOB, [LINK]))[0]!.head.state;

describe('a clock', () => {
  it.each([
    ['a day ahead', NOW + 24 * 60 * MINUTE],
    ['a year behind', NOW - 365 * 24 * 60 * MINUTE],
  ])('that is %s keeps nothing from being kept, and the entry says so', async (_, time) => {
    const e = reading(PASS, at(time));
    const { kept, refused } = await appendEntries(db, JOB, { sentAt: at(time), entries: [e] }, NOW);
    expect([kept, refused]).toEqual([[e.id], []]);
    const [shown] = await readHistory(db, JOB, { link: LINK });
    expect(shown!.entry).toMatchObject({ at: e.at, receivedAt: at(NOW), clockErrorMs: time - NOW });
    expect(clockDoubt(shown!.entry)?.offMs).toBe(time - NOW);
  });
  it('that runs eleven minutes fast does not put its fail after a later pass', async () => {
    const fast = reading(FAIL, at(NOW + 11 * MINUTE));
    await appendEntries(db, JOB, { sentAt: at(NOW + 11 * MINUTE), entries: [fast] }, NOW);
    await appendEntries(db, JOB, [reading(PASS, at(NOW + 5 * MINUTE))], NOW + 5 * MINUTE);
    expect(await state()).toBe('proven');
  });
  it('that is a day slow does not put its pass before the fail it mends', async () => {
    await appendEntries(db, JOB, [reading(FAIL, at(NOW - MINUTE))], NOW - MINUTE);
    const slow = NOW - 24 * 60 * MINUTE;
    await appendEntries(db, JOB, { sentAt: at(slow), entries: [reading(PASS, at(slow))] }, NOW);
    expect(await state()).toBe('proven');
  });
  it('that was set between what the server heard of it and what it sent makes its times doubtful by as much', async () => {
    const note = (ms: number, written: number, more: object = {}) => reading(PASS, at(ms), { device: 'd1', written, ...more }); // prettier-ignore
    const send = (clock: number, now: number, ...entries: object[]) => appendEntries(db, JOB, { sentAt: at(clock), entries }, now); // prettier-ignore
    await send(NOW + 25 * MINUTE, NOW, note(NOW + 25 * MINUTE, 1));
    // Others do work and read; nobody knows by which clock the first of these two was written.
    await appendEntries(db, JOB, [reading(PASS, at(NOW + 50 * MINUTE), { kind: 'redone', end: 'head', data: { action: 'redo' }, by: 'ines' })], NOW + 50 * MINUTE); // prettier-ignore
    await send(NOW + 60 * MINUTE, NOW + 60 * MINUTE, note(NOW + 55 * MINUTE, 2));
    const shown = await readHistory(db, JOB, { link: LINK });
    expect(shown[0]!.entry).toMatchObject({ clockDoubtMs: 25 * MINUTE });
    expect(clockDoubt(shown[0]!.entry)).toMatchObject({ setMs: 25 * MINUTE });
    expect(await state()).toBe('provisional');
    // What it sends from then on is by the clock that is known.
    await send(NOW + 62 * MINUTE, NOW + 62 * MINUTE, note(NOW + 62 * MINUTE, 3));
    expect(await state()).toBe('proven');
    expect(await exportJob(db, JOB)).toMatch(/"clockDoubtMs": ?1500000/);
    expect(await disagreements(db, JOB)).toEqual([]);
  });
  it('is the one of before where it is sent again: how far it was ahead then is told with it', async () => {
    const e = reading(PASS, at(NOW + 25 * MINUTE));
    const { clockErrorMs } = await appendEntries(db, JOB, { sentAt: at(NOW + 25 * MINUTE), entries: [e] }, NOW); // prettier-ignore
    const anew = await openDatabase(':memory:');
    await importJob(anew, demoCopy(JOB));
    await appendEntries(anew, JOB, { clockErrorMs, entries: [e] }, NOW + 90 * MINUTE);
    expect((await readHistory(anew, JOB, { link: LINK }))[0]!.entry.clockErrorMs).toBe(25 * MINUTE);
  });
  it('whose error is small is not corrected and not doubted', async () => {
    const e = reading(PASS, at(NOW));
    await appendEntries(db, JOB, { sentAt: at(NOW + 15_000), entries: [e] }, NOW);
    expect(clockDoubt((await readHistory(db, JOB, { link: LINK }))[0]!.entry)).toBeNull();
  });
  it('cannot be set for the server by a sender, and does not make an entry another one when it is sent again', async () => {
    const e = reading(PASS, at(NOW));
    await appendEntries(db, JOB, [{ ...e, receivedAt: '2001-01-01T00:00:00Z', clockErrorMs: 9e9 }], NOW);
    const [shown] = await readHistory(db, JOB, { link: LINK });
    expect(shown!.entry.receivedAt).toBe(at(NOW));
    expect((await appendEntries(db, JOB, [e], NOW + MINUTE)).kept).toEqual([e.id]);
    expect(await readHistory(db, JOB, { link: LINK })).toHaveLength(1);
  });
  it('goes with the job when it is exported and imported, byte for byte', async () => {
    await appendEntries(db, JOB, { sentAt: at(NOW + 11 * MINUTE), entries: [reading(PASS, at(NOW), { device: 'd1', written: 3 })] }, NOW); // prettier-ignore
    const file = (await exportJob(db, JOB))!;
    expect(file).toContain('"clockErrorMs": 660000');
    const other = await openDatabase(':memory:');
    await importJob(other, JSON.parse(file));
    expect(await exportJob(other, JOB)).toBe(file);
    expect(await disagreements(other, JOB)).toEqual([]);
  });
});

describe('times as other programs write them', () => {
  it('of a whole second come before half a second later', async () => {
    await appendEntries(db, JOB, [reading(FAIL, '2026-11-24T09:12:00Z'), reading(PASS, '2026-11-24T09:12:00.500Z')], NOW); // prettier-ignore
    expect(await state()).toBe('proven');
  });
});

describe('what is sent', () => {
  it('is one entry in capitals and in small letters', async () => {
    const e = reading(PASS, at(NOW));
    const loud = { ...e, id: e.id.toUpperCase() };
    expect((await appendEntries(db, JOB, [e, loud], NOW)).kept).toEqual([e.id, loud.id]);
    expect(await readHistory(db, JOB, { link: LINK })).toHaveLength(1);
  });
  it('nested a hundred thousand deep is refused by itself, and keeps the rest of its batch', async () => {
    let deep: unknown = 1;
    for (let i = 0; i < 100_000; i++) deep = [deep];
    const good = reading(PASS, at(NOW));
    const answer = await appendEntries(db, JOB, [{ ...reading(PASS, at(NOW)), data: deep }, good], NOW);
    expect([answer.kept, answer.refused.length]).toEqual([[good.id], 1]);
  });
  it('as a reading that contradicts itself is refused with the reason, and not counted where an old log has one', async () => {
    const joined = { walk: PASS, evidence: 'wiremap', splits: [], joins: { head: [['4', '5']], tail: [] } };
    const { refused } = await appendEntries(
      db,
      JOB,
      [reading(PASS, at(NOW), { data: { reading: joined } })],
      NOW,
    );
    expect(refused[0]!.message).toContain('Contacts 4 and 5 are joined but are not answered alike');
    const file = demoCopy('other');
    file.entries.push({ ...reading(PASS, at(NOW)), job: 'other', data: { reading: joined } } as never);
    await importJob(db, file);
    expect((await readStates(db, 'other', [LINK]))[0]!.head.state).toBe('bare');
  });
  it('to a job that is not here is refused whole, so that it is kept where it is', async () => {
    await expect(appendEntries(db, 'nowhere', [reading(PASS, at(NOW))], NOW)).rejects.toBeInstanceOf(Refused);
  });
  it('by somebody taken off the crew meanwhile is kept', async () => {
    const { changePlan } = await import('../../src/lib/server/jobs/plan-changes');
    await changePlan(db, JOB, { remove: { crew: ['una'] } });
    const e = reading(PASS, at(NOW), { by: 'una' });
    expect((await appendEntries(db, JOB, [e], NOW)).kept).toEqual([e.id]);
  });
});
