import '../support/no-browser';
import { randomUUID } from 'node:crypto';
import { afterEach, beforeEach, expect, it, vi } from 'vitest';
import { apiAddress } from '../../src/lib/address/address';
import { fetchJob, JOINING, type JobData, type JobDifference } from '../../src/lib/job/job-data';
import { openDatabase } from '../../src/lib/server/db/open';
import { appendEntries } from '../../src/lib/server/jobs/entries';
import { importJob } from '../../src/lib/server/jobs/import-job';
import { changePlan } from '../../src/lib/server/jobs/plan-changes';
import { siteJson, sitePacked, siteSince } from '../../src/lib/server/jobs/site';
import { Device } from '../support/device';
import { demoCopy } from '../support/job';

const JOB = 'station';
const PATH = apiAddress(JOB, 'site');
const NOW = Date.parse('2026-11-23T09:00:00Z');
let device: Device;
beforeEach(async () => {
  device = await Device.on(JOB);
});
afterEach(() => vi.unstubAllGlobals());

let minute = 0;
const reading = (link: string, walk = '1 2 3 4 5 6 7 8') => ({
  id: randomUUID(),
  job: JOB,
  link,
  kind: 'reading',
  at: new Date(Date.UTC(2026, 10, 20, 9, minute++)).toISOString(),
  by: 'bo',
  data: { reading: { walk, evidence: 'wiremap', splits: [] } },
});
const log = (...entries: object[]) => appendEntries(device.db, JOB, entries, NOW);
/** The job as this device opens it. */
const opened = async () => {
  const got = await fetchJob(PATH, fetch);
  await settled();
  return got;
};
/** What is kept is kept beside what goes on. */
const settled = () => new Promise((done) => setImmediate(() => setImmediate(() => setImmediate(done))));
const byLink = (data: JobData) => ({
  ...data,
  statuses: data.statuses.all().sort((a, b) => (a.link < b.link ? -1 : 1)),
});
const whole = async () => byLink(await device.data());

it('adds up to what the server has whole, difference after difference', async () => {
  let data = await device.data();
  let joined: JobDifference | null = null;
  for (const entries of [
    [reading('K1-20'), reading('K1-21', '1 2 3 - 5 6 7 8')],
    [],
    [{ ...reading('K1-20'), kind: 'cautioned', data: { family: 'patch-panel' } }, reading('K1-21')],
  ]) {
    if (entries.length) await log(...entries);
    const d = (await siteSince(device.db, JOB, joined?.mark ?? data.mark)) as JobDifference;
    joined = joined ? JOINING.join(joined, d) : d;
    expect(byLink(JOINING.add(data, joined))).toEqual(await whole());
  }
  data = JOINING.add(data, joined!);
  expect(data.mark).toBe((await device.data()).mark);
});

it('tells no difference where the plan, the states or the log are not those of the mark', async () => {
  const { mark } = await device.data();
  expect(await siteSince(device.db, JOB, mark)).toMatchObject({ entries: [], from: mark, mark });
  for (const wrong of ['', 'x', '0.', '-1', `${mark}0`, mark.replace(/^\d+/, '1'), '9'.repeat(400)])
    expect(await siteSince(device.db, JOB, wrong)).toBeUndefined();
  expect(await siteSince(device.db, 'elsewhere', mark)).toBeUndefined();
  const other = await openDatabase(':memory:');
  await importJob(other, demoCopy(JOB));
  await appendEntries(other, JOB, [reading('K1-20')], NOW);
  await log(reading('K1-20'));
  const { mark: now } = await device.data();
  expect(await siteSince(other, JOB, now)).toBeUndefined();
  await changePlan(device.db, JOB, { name: 'Renamed' });
  expect(await siteSince(device.db, JOB, now)).toBeUndefined();
  expect(JSON.parse((await siteJson(device.db, JOB))!)).toMatchObject({ plan: { name: 'Renamed' } });
});

it('asks whole once, then for what is new, and opens with the server gone', async () => {
  expect(await opened()).toEqual(await device.data());
  await log(reading('K1-20'));
  expect(byLink((await opened()) as JobData)).toEqual(await whole());
  await log(reading('K1-21'));
  expect(byLink((await opened()) as JobData)).toEqual(await whole());
  expect(device.asked.map((p) => p.includes('from='))).toEqual([false, true, true]);
  const before = await whole();
  device.online = false;
  await expect(opened().then((d) => byLink(d as JobData))).resolves.toEqual(before);
});

it('opens from what it has where the server is in trouble, and is told where it may not', async () => {
  device.online = false;
  expect(await opened()).toBeNull();
  device.online = true;
  device.trouble = 503;
  expect(((await opened()) as Response).status).toBe(503);
  device.trouble = null;
  const data = await opened();
  device.trouble = 503;
  expect(await opened()).toEqual(data);
  device.trouble = 401;
  expect(((await opened()) as Response).status).toBe(401);
});

it('fetches whole where what it has does not fit together', async () => {
  await opened();
  await log(reading('K1-20'));
  const cache = await caches.open('');
  const stale = await device.data();
  await cache.put(`${PATH}?beside`, Response.json({ mark: stale.mark, difference: null }));
  await log(reading('K1-21'));
  expect(byLink((await opened()) as JobData)).toEqual(await whole());
  expect(device.asked.map((p) => p.includes('from='))).toEqual([false, true, false]);
  const bytes = new Uint8Array((await sitePacked(device.db, JOB))!);
  for (const half of [bytes.subarray(0, 9), bytes.subarray(0, -5), bytes.subarray(0, bytes.indexOf(10))]) {
    await cache.put(PATH, new Response(half));
    device.online = false;
    expect(await opened()).toBeNull();
  }
});

it('opens what an older build kept, with the server gone', async () => {
  const now = await whole();
  const text = (await siteJson(device.db, JOB))!;
  const { plan, statuses, ...rest } = JSON.parse(text) as { plan: unknown; statuses: object[] };
  const lines = [{ plan, lines: statuses.length, ...rest }, ...statuses].map((x) => JSON.stringify(x));
  device.online = false;
  const cache = await caches.open('');
  for (const kept of [text, lines.join('\n')]) {
    await cache.put(PATH, new Response(kept));
    expect(byLink((await opened()) as JobData)).toEqual(now);
  }
  await cache.put(PATH, new Response(lines.slice(0, -1).join('\n')));
  expect(await opened()).toBeNull();
});

it('takes what the page asked for before the program was there, once, and not where the device has the job', async () => {
  const early = async () => {
    const answer = new Response(new Uint8Array((await sitePacked(device.db, JOB))!));
    globalThis.earlyJob = { path: PATH, answer: answer.arrayBuffer().then((bytes) => ({ answer, bytes })) };
  };
  await early();
  expect(await opened()).toEqual(await device.data());
  expect([device.asked, globalThis.earlyJob]).toEqual([[], undefined]);
  // Read past the worker: asked for in vain, and no more than that.
  await early();
  await log(reading('K1-20'));
  expect(byLink((await opened()) as JobData)).toEqual(await whole());
  expect([device.asked.map((p) => p.includes('from=')), globalThis.earlyJob]).toEqual([[true], undefined]);
  // Refused, it is left to be read.
  const refusal = new Response('no', { status: 401 });
  globalThis.earlyJob = {
    path: '/api/jobs/other/site',
    answer: Promise.resolve({ answer: refusal, bytes: null }),
  };
  expect(await fetchJob('/api/jobs/other/site', fetch)).toBe(refusal);
});

it('fetches a job whole again once much lies beside it', async () => {
  await opened();
  for (let i = 0; i < 3; i++) {
    await log(...Array.from({ length: 200 }, () => reading('K1-20')));
    await opened();
  }
  device.asked.length = 0;
  await opened();
  await opened();
  expect(device.asked.map((p) => p.includes('from='))).toEqual([false, true]);
});
