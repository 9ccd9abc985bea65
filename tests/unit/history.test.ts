import Papa from 'papaparse';
import { beforeEach, describe, expect, it } from 'vitest';
import demo from '../../demo/skerry-point.json';
import { openDatabase, type Db } from '../../src/lib/server/db/open';
import { appendEntries } from '../../src/lib/server/jobs/entries';
import { historyFile, readHistory } from '../../src/lib/server/jobs/history';
import { importJob } from '../../src/lib/server/jobs/import-job';

const JOB = 'skerry-point';
const LINK = 'K1-01';
const NOW = Date.parse('2026-11-25T08:00:00Z');
let db: Db;
beforeEach(async () => {
  db = await openDatabase(':memory:');
  await importJob(db, structuredClone(demo));
});

let written = 0;
/** Appends an entry of the link, a quarter of an hour after the one before, and answers its id. */
async function append(kind: string, data: object, more: object = {}): Promise<string> {
  const id = `00000000-0000-7000-8000-${String(++written).padStart(12, '0')}`;
  const now = NOW + written * 15 * 60_000;
  const entry = { id, job: JOB, link: LINK, kind, at: new Date(now).toISOString(), by: 'bo', data, ...more };
  expect((await appendEntries(db, JOB, [entry], now)).kept).toEqual([id]);
  return id;
}
const good = { reading: { walk: '12345678', splits: [], evidence: 'wiremap' } };
const rows = async (filter = {}) =>
  Papa.parse<Record<string, string>>(await historyFile(db, JOB, filter), {
    header: true,
    skipEmptyLines: true,
  }).data;

describe('the history the server tells', () => {
  it('has a reading as the log made of it, though what made less of it is narrowed away', async () => {
    const refused = await append('rejected', { reason: 'plate loose' }, { end: 'tail' });
    const read = await append('reading', good);
    const only = { link: LINK, kind: 'reading', from: '2026-11-25T00:00:00Z' } as const;
    const [told, ...rest] = await readHistory(db, JOB, only, 10);
    expect(rest).toEqual([]);
    expect(told).toMatchObject({
      counts: true,
      entry: { id: read },
      judgement: { verdict: 'provisional', reason: expect.stringContaining('plate loose') },
    });
    expect((await rows(only)).map((r) => r.says)).toEqual([
      expect.stringMatching(/^provisional by a wiremap/),
    ]);

    await append('void', { entry: refused, reason: 'another link' });
    expect((await readHistory(db, JOB, only, 10))[0]!.judgement!.verdict).toBe('pass');
    await append('void', { entry: read, reason: 'another link' });
    expect((await readHistory(db, JOB, only, 10))[0]).toMatchObject({
      counts: false,
      judgement: { verdict: 'pass' },
    });
    expect((await rows(only)).map((r) => r.taken_back)).toEqual(['yes']);
  });
  it('has every entry of the log once in its file, the oldest first, and no more than asked for on a screen', async () => {
    const all = await rows();
    expect(new Set(all.map((r) => r.id)).size).toBe(demo.entries.length);
    expect(all).toHaveLength(demo.entries.length);
    expect(all.map((r) => r.at)).toEqual(all.map((r) => r.at!).sort());
    const newest = await readHistory(db, JOB, {}, 7);
    expect(newest.map((r) => r.entry.id)).toEqual(all.slice(-7).reverse().map((r) => r.id)); // prettier-ignore
    await expect(readHistory(db, 'nowhere', {}, 7)).rejects.toThrow(/There is no job/);
  });
});
