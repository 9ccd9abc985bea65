import { randomUUID } from 'node:crypto';
import { gunzipSync } from 'node:zlib';
import { beforeEach, expect, it } from 'vitest';
import type { Db } from '../../src/lib/server/db/open';
import { openDatabase } from '../../src/lib/server/db/open';
import { appendEntries } from '../../src/lib/server/jobs/entries';
import { importJob } from '../../src/lib/server/jobs/import-job';
import { changePlan } from '../../src/lib/server/jobs/plan-changes';
import { sitePacked } from '../../src/lib/server/jobs/site';
import { siteReady } from '../../src/lib/server/jobs/site-ready';
import { deleteJob } from '../../src/lib/server/jobs/whole-jobs';
import { demoCopy } from '../support/job';

const JOB = 'station';
let db: Db;
beforeEach(async () => {
  db = await openDatabase(':memory:');
  await importJob(db, demoCopy(JOB));
});

async function log(job: string, kind: string, data: object): Promise<void> {
  const entry = { id: randomUUID(), job, link: 'K1-20', kind, at: '2026-11-20T09:00:00Z', by: 'bo', data };
  expect(await appendEntries(db, job, [entry])).toMatchObject({ kept: [entry.id] });
}
const reading = { reading: { walk: '1 2 3 4 5 6 7 8', evidence: 'wiremap', splits: [] } };
const found = {
  mistakes: [{ where: 'head', kind: 'missed-punch', contacts: ['4'], conductors: ['BL'] }],
  asExplained: true,
};
/** What lies ready, which has to be what is handed over without anything lying ready. */
async function now(job = JOB): Promise<Buffer> {
  const body = (await siteReady(db, job))!;
  expect(gunzipSync(body).equals((await sitePacked(db, job))!)).toBe(true);
  return body;
}

it('puts a job together once for all who open it, and anew once anything of it changed', async () => {
  const [first, second] = await Promise.all([siteReady(db, JOB), siteReady(db, JOB)]);
  expect(second).toBe(first);
  let before = await now();
  expect(before).toBe(first);
  for (const change of [
    () => log(JOB, 'reading', reading),
    () => changePlan(db, JOB, { name: 'Renamed' }),
    () => changePlan(db, JOB, { put: { spaces: [{ id: 'new', name: 'New', kind: 'room', floor: 0, x: 1, y: 1 }] } }), // prettier-ignore
    () => log(JOB, 'found', found),
    async () => {
      await importJob(db, demoCopy('other'));
      await log('other', 'found', found);
    },
  ]) {
    await change();
    const after = await now();
    expect(after).not.toBe(before);
    expect(after.equals(before)).toBe(false);
    expect(await now()).toBe(after);
    before = after;
  }
});

it('hands over nothing of a job that is gone, nor of one of its name on another database', async () => {
  expect(await siteReady(db, 'nowhere')).toBeUndefined();
  const before = await now();
  const other = db;
  db = await openDatabase(':memory:');
  await importJob(db, demoCopy(JOB));
  expect(await now()).not.toBe(before);
  db = other;
  await deleteJob(db, JOB, { name: demoCopy(JOB).job.name });
  expect(await siteReady(db, JOB)).toBeUndefined();
});

it('keeps the few ready that were opened last', async () => {
  for (const job of ['b', 'c', 'd', 'e']) await importJob(db, demoCopy(job));
  const first = await now();
  for (const job of ['b', 'c', 'd']) await now(job);
  expect(await now()).toBe(first);
  for (const job of ['b', 'c', 'd', 'e']) await now(job);
  expect(await now()).not.toBe(first);
});
