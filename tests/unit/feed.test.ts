import { randomUUID } from 'node:crypto';
import { afterAll, beforeAll, expect, it } from 'vitest';
import { openDatabase, type Db } from '../../src/lib/server/db/open';
import { appendEntries } from '../../src/lib/server/jobs/entries';
import { subscribe, type FeedItem } from '../../src/lib/server/jobs/feed';
import { importJob } from '../../src/lib/server/jobs/import-job';
import { runSimulatedTester } from '../../src/lib/server/jobs/practice';
import { changePlan } from '../../src/lib/server/jobs/plan-changes';
import { itemSince, lastSeq } from '../../src/lib/server/jobs/since';
import { siteJson } from '../../src/lib/server/jobs/site';
import { disagreements } from '../../src/lib/server/jobs/states';
import { readViews } from '../../src/lib/server/jobs/views';
import { demoCopy } from '../support/job';

const JOB = 'station';
let db: Db;
beforeAll(async () => {
  db = await openDatabase(':memory:');
  await importJob(db, demoCopy(JOB));
});
afterAll(() => db.destroy());

const seated = (link: string, more: object = {}) => ({
  id: randomUUID(),
  job: JOB,
  link,
  end: 'head',
  kind: 'seated',
  at: '2026-11-20T09:00:00Z',
  by: 'bo',
  data: { connector: 'patch-panel', scheme: 'T568B', parts: ['punch-1'] },
  ...more,
});
const tool = (part: string) => ({
  id: randomUUID(),
  job: JOB,
  kind: 'tool',
  at: '2026-11-20T10:00:00Z',
  by: 'bo',
  data: { part, did: 'clean-cut' },
});
const now = Date.parse('2026-11-23T09:00:00Z');

it('tells those who listen what was kept, and those who were away what they missed', async () => {
  const heard: FeedItem[] = [];
  const end = subscribe(JOB, (item) => heard.push(item));
  const known = await lastSeq(db, JOB);
  const entry = seated('K2-17');
  await appendEntries(db, JOB, [entry, { nonsense: true }], now);
  await appendEntries(db, JOB, [entry], now);
  end();
  expect(heard).toHaveLength(1);
  expect(heard[0]!.entries.map((e) => e.id)).toEqual([entry.id]);
  expect(heard[0]!.states[0]!.head.state).toBe('seated');
  const missed = (await itemSince(db, JOB, known))!;
  expect(missed.entries.map((e) => e.id)).toEqual([entry.id]);
  expect(missed.seq).toBe(heard[0]!.seq);
  expect((await itemSince(db, JOB, missed.seq))!.entries).toEqual([]);
});

it('keeps entries about tools without a link, counts by them, and refuses a tool that is not there', async () => {
  const good = tool('punch-1');
  const answer = await appendEntries(
    db,
    JOB,
    [good, tool('ladder'), { ...good, id: randomUUID(), link: 'K1-01' }],
    now,
  );
  expect(answer.kept).toEqual([good.id]);
  expect(answer.refused.map((r) => r.issues[0]!.path)).toEqual(['data.part', 'kind']);
  expect((await readViews(db, JOB)).tools['punch-1']).toMatchObject({ used: 1, cut: 'clean', sinceAsked: 0 });
});

it('refuses what cannot be, naming the field, and keeps the rest of the batch', async () => {
  const good = seated('K2-18');
  const answer = await appendEntries(
    db,
    JOB,
    [
      seated('Z9-99'),
      seated('K2-18', { kind: 'guessed' }),
      seated('K2-18', { data: { connector: 'patch-panel', scheme: 'T568B', note: 'x'.repeat(1_000_000) } }),
      seated('K2-18', { job: 'elsewhere' }),
      good,
      { ...good, by: 'una' },
    ],
    now,
  );
  expect(answer.kept).toEqual([good.id]);
  expect(answer.refused.map((r) => r.issues[0]!.path)).toEqual(['link', 'kind', 'data', 'job', 'id']);
});

it('gives a device the whole job as one text', async () => {
  const job = JSON.parse((await siteJson(db, JOB))!) as {
    plan: { links: unknown[]; panels: { id: string }[]; policy: { scheme: string } };
    statuses: unknown[];
    seq: number;
  };
  expect(job.plan.links).toHaveLength(70);
  expect(job.statuses).toHaveLength(70);
  expect(job.plan.panels.map((p) => p.id)).toEqual(['K1', 'K2', 'T1', 'X1', 'K3']);
  expect(job.seq).toBe(await lastSeq(db, JOB));
  expect(await siteJson(db, 'nowhere')).toBeUndefined();
});

it('reads hidden copper on a practice job only, and the exchanged pair by the other’s remote', async () => {
  const run = { evidence: 'wiremap', from: 'head', remotes: { 'K1-21': 1, 'K1-22': 2 } } as const;
  const lines = await runSimulatedTester(db, JOB, 'K1-21', run);
  expect(lines.find((l) => l.startsWith('BEGIN'))).toContain('remote=2');
  const failing = await runSimulatedTester(db, JOB, 'K1-05', { ...run, from: 'tail' });
  expect(failing.find((l) => l.startsWith('WALK'))).toMatch(/^WALK 1 2 3 - 5 6 7 8 \*/);
  const real = await openDatabase(':memory:');
  const file = demoCopy('real');
  delete file.job.policy.practice;
  await importJob(real, file);
  await expect(runSimulatedTester(real, 'real', 'K1-05', run)).rejects.toThrow('practice jobs only');
  await real.destroy();
});

it('judges everything anew when the terms change, and refuses terms that cannot be', async () => {
  const { policy } = demoCopy(JOB).job;
  await changePlan(db, JOB, { policy: { ...policy, evidence: 'certification' } });
  const job = JSON.parse((await siteJson(db, JOB))!) as { statuses: { head: { state: string } }[] };
  expect(job.statuses.some((s) => s.head.state === 'proven')).toBe(false);
  expect(await disagreements(db, JOB)).toEqual([]);
  await expect(changePlan(db, JOB, { policy: { ...policy, leadHours: -1 } })).rejects.toThrow(
    'cannot be read',
  );
  await changePlan(db, JOB, { policy });
});
