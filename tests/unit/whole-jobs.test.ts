import { randomUUID } from 'node:crypto';
import { zipSync } from 'fflate';
import { beforeEach, describe, expect, it } from 'vitest';
import { sql } from 'kysely';
import { sumOfPicture } from '../../src/core/handover/pictures';
import { verify } from '../../src/core/handover/verify';
import type { LogEntry } from '../../src/core/model/entry';
import type { JobFile, Policy } from '../../src/core/model/job';
import { readToVerify } from '../../src/lib/handover/read-package';
import { handleOf, openDatabase, type Db } from '../../src/lib/server/db/open';
import { appendEntries } from '../../src/lib/server/jobs/entries';
import { importJob } from '../../src/lib/server/jobs/import-job';
import { exportJob, readPlan } from '../../src/lib/server/jobs/job-file';
import { listJobs, searchJobs } from '../../src/lib/server/jobs/job-list';
import { exportPackage } from '../../src/lib/server/jobs/package';
import { isZip, unpack } from '../../src/lib/server/jobs/unpack';
import { keepPhoto, readPhoto } from '../../src/lib/server/jobs/photos';
import { changePlan, createJob } from '../../src/lib/server/jobs/plan-changes';
import { disagreements, readStates, rebuildMissingStates } from '../../src/lib/server/jobs/states';
import { removeHalfBrought } from '../../src/lib/server/jobs/remove-job';
import { jobIdsHere } from '../../src/lib/server/jobs/job-ids';
import { largeJob } from '../../scripts/large/job';
import { copyJob, deleteJob } from '../../src/lib/server/jobs/whole-jobs';
import { refusal } from '../support/refusal';
import { demo } from '../support/job';
import { PIXEL } from '../support/pixel';

const picture = () => PIXEL;

const DEMO = 'skerry-point';
const bytesOf = async (stream: ReadableStream<Uint8Array> | undefined) =>
  new Uint8Array(await new Response(stream).arrayBuffer());
const packed = async (db: Db) =>
  exportPackage(db, DEMO, new TextEncoder().encode((await exportJob(db, DEMO))!));

let db: Db;
const PHOTO = randomUUID();
beforeEach(async () => {
  db = await openDatabase(':memory:');
  const file = demo();
  const link = file.links[0]!;
  const at = '2026-11-20T08:00:00Z';
  file.entries.push({ id: randomUUID(), job: DEMO, link: link.id, end: 'head', kind: 'photo', at, by: file.crew[0]!.id, data: { photo: PHOTO, width: 2, height: 2 } }); // prettier-ignore
  await importJob(db, file);
  await keepPhoto(db, DEMO, PHOTO, picture());
});

describe('a package', () => {
  it('carries a job with its pictures to an empty server, byte for byte', async () => {
    const whole = await bytesOf(await packed(db));
    expect(isZip(whole)).toBe(true);
    const other = await openDatabase(':memory:');
    const { body, photos } = unpack(whole);
    await importJob(other, body, { photos });
    expect(await exportJob(other, DEMO)).toBe(await exportJob(db, DEMO));
    expect(Buffer.from((await readPhoto(other, DEMO, PHOTO))!.bytes)).toEqual(Buffer.from(picture()));
    expect(await bytesOf(await packed(other))).toHaveLength(whole.length);
  });
  it('without its pictures brings the job in all the same, and they can come later', async () => {
    const other = await openDatabase(':memory:');
    const { body } = unpack(await bytesOf(await packed(db)));
    await importJob(other, body);
    expect(await readPhoto(other, DEMO, PHOTO)).toBeUndefined();
    await keepPhoto(other, DEMO, PHOTO, picture());
    expect(await readPhoto(other, DEMO, PHOTO)).toBeDefined();
  });
  it('is held against its log: each picture is the one that was taken, another one is named, a missing one told', async () => {
    const summed = (sha256?: string) => {
      const file = demo();
      const [link] = file.links;
      const data = { photo: PHOTO, width: 1, height: 1, ...(sha256 ? { sha256 } : {}) };
      file.entries.push({ id: randomUUID(), job: DEMO, link: link!.id, end: 'head', kind: 'photo', at: '2026-11-20T08:00:00Z', by: file.crew[0]!.id, data }); // prettier-ignore
      return file;
    };
    const read = readToVerify(await bytesOf(await packed(db)));
    expect([...read.photos!.keys()]).toEqual([PHOTO]);
    const says = (file: unknown, photos = read.photos) => verify(file, '', photos);
    expect(says(read.body).says.join(' ')).toContain('1 picture of an older version');
    expect(says(summed(sumOfPicture(picture()))).says.join(' ')).toContain('1 picture is what was taken.');
    expect(says(summed(sumOfPicture(picture())), new Map()).says.join(' ')).toContain('1 picture that the log names is not in this package'); // prettier-ignore
    const other = says(summed(sumOfPicture(new Uint8Array([1]))));
    expect([other.ok, other.says[0]]).toEqual([
      false,
      expect.stringContaining('is not the one that was taken'),
    ]);
  });
  it('that is damaged, has no job, or holds something that is no picture is refused and leaves nothing', async () => {
    const whole = await bytesOf(await packed(db));
    expect(() => unpack(whole.slice(0, 400))).toThrow(/damaged/);
    expect(() => unpack(zipSync({ 'readme.txt': new Uint8Array(3) }))).toThrow(/no job\.json/);
    expect(() => unpack(zipSync({ [`photos/${PHOTO}.jpg`]: new Uint8Array(5_000_000), 'job.json': new Uint8Array(2) }))).toThrow(/larger/); // prettier-ignore
    const other = await openDatabase(':memory:');
    const { body } = unpack(whole);
    const photos = new Map([[PHOTO, new TextEncoder().encode('<html>')]]);
    expect((await refusal(importJob(other, body, { photos }))).message).toMatch(/not a picture/);
    expect(await listJobs(other)).toEqual([]);
  });
});

describe('a job on its way in', () => {
  it('lets others write between its pieces, and is no job before its last', async () => {
    const large = largeJob('large', { links: 400, entriesEach: 10, redos: 5 });
    let [others, seen] = [0, 0];
    let here = false;
    const coming = importJob(db, large).then(() => (here = true));
    while (!here) {
      const note = { id: randomUUID(), job: DEMO, link: demo().links[0]!.id, kind: 'note', at: new Date().toISOString(), by: demo().crew[0]!.id, data: { text: 'meanwhile' } }; // prettier-ignore
      expect((await appendEntries(db, DEMO, { entries: [note] })).kept).toHaveLength(1);
      await new Promise((done) => setImmediate(done));
      if (here) break;
      others++;
      if ((await jobIdsHere(db)).includes('large') && !(await listJobs(db)).some((j) => j.id === 'large')) seen++; // prettier-ignore
    }
    await coming;
    expect(others).toBeGreaterThan(5);
    expect(seen).toBeGreaterThan(2);
    expect((await listJobs(db)).some((j) => j.id === 'large')).toBe(true);
    expect(await disagreements(db, 'large')).toEqual([]);
    expect((JSON.parse((await exportJob(db, 'large'))!) as JobFile).entries).toEqual(large.entries);
  });
  it('keeps its name from a new job, and is taken out where the server ended before its last piece', async () => {
    const policy: Policy = { scheme: 'T568A', evidence: 'wiremap', units: 'mm', untwist: 'standard' };
    const crew = [{ id: 'ada', name: 'Ada Fenn', role: 'lead' as const }];
    handleOf(db).pragma('foreign_keys = OFF');
    await db.insertInto('item').values({ job: 'large', kind: 'person', id: 'ada', body: '{}' }).execute();
    await db.insertInto('link').values({ job: 'large', id: 'L0', label: 'L0', retired: 0, body: '{}' }).execute(); // prettier-ignore
    await db.insertInto('entry').values({ id: randomUUID(), job: 'large', link: 'L0', end: null, kind: 'note', at: '', by: 'ada', data: '{}' }).execute(); // prettier-ignore
    handleOf(db).pragma('foreign_keys = ON');
    await rebuildMissingStates(db);
    expect(await createJob(db, { name: 'Large', policy, crew })).not.toBe('large');
    expect(await removeHalfBrought(db)).toEqual(['large']);
    for (const table of ['entry', 'link', 'item'] as const)
      expect(await db.selectFrom(table).selectAll().where('job', '=', 'large').execute()).toEqual([]);
    await expect(db.deleteFrom('entry').where('job', '=', DEMO).execute()).rejects.toThrow(/append-only/);
    expect(await createJob(db, { name: 'Large', policy, crew })).toBe('large');
  });
  it('leaves nothing where a piece cannot be written, and its own references are held again after it', async () => {
    const large = largeJob('large', { links: 60, entriesEach: 4, redos: 0 });
    await sql`create trigger no_more before insert on link_state begin select raise(abort, 'no room'); end`.execute(db); // prettier-ignore
    await expect(importJob(db, large)).rejects.toThrow(/no room/);
    await sql`drop trigger no_more`.execute(db);
    for (const table of ['entry', 'link', 'item'] as const)
      expect(await db.selectFrom(table).selectAll().where('job', '=', 'large').execute()).toEqual([]);
    await expect(db.insertInto('item').values({ job: 'none', kind: 'person', id: 'x', body: '{}' }).execute()).rejects.toThrow(/FOREIGN KEY/); // prettier-ignore
    expect(await importJob(db, large)).toBe('large');
  });
});

describe('a job brought in beside the one that is here', () => {
  it('stands as the other does, with its pictures, and neither touches the other', async () => {
    const before = await exportJob(db, DEMO);
    const id = await importJob(db, JSON.parse(before!), { beside: 'Skerry Point as it was' });
    expect(id).toBe('skerry-point-as-it-was');
    expect(await exportJob(db, DEMO)).toBe(before);
    const plain = (states: Awaited<ReturnType<typeof readStates>>) =>
      states.map((s) => [s.link, s.head.state, s.tail.state, s.head.attempt, s.entries]);
    expect(plain(await readStates(db, id))).toEqual(plain(await readStates(db, DEMO)));
    expect(await disagreements(db, id)).toEqual([]);
    const copy = JSON.parse((await exportJob(db, id))!) as JobFile;
    const photo = copy.entries.find((e) => e.kind === 'photo')!;
    expect(photo.data.photo).not.toBe(PHOTO);
    expect(await readPhoto(db, id, photo.data.photo)).toBeDefined();
    const mine = new Set(copy.entries.map((e) => e.id));
    for (const e of copy.entries) if (e.kind === 'void') expect(mine).toContain(e.data.entry);
  });
  it('leaves a handover with the job that was handed over', async () => {
    const file = demo();
    const handed = { id: randomUUID(), job: DEMO, at: '2026-11-21T08:00:00Z', by: file.crew[0]!.id, kind: 'handed-over', data: { count: 1, root: '0'.repeat(64), revision: 0, open: 0, client: 'Harbour board', refused: [] } } as const; // prettier-ignore
    file.entries.push(handed as unknown as LogEntry as never);
    const id = await importJob(db, file, { beside: 'Again' });
    const copy = JSON.parse((await exportJob(db, id))!) as JobFile;
    expect(copy.entries.filter((e) => (e as LogEntry).kind === 'handed-over')).toEqual([]);
    expect(copy.entries).toHaveLength(file.entries.length - 1);
  });
});

describe('a copy of a job', () => {
  it('has the plan without the log, and nothing that was retired', async () => {
    await changePlan(db, DEMO, { remove: { links: [demo().links[0]!.id] } });
    const id = await copyJob(db, DEMO, { name: 'Skerry Point, next floor', of: 'plan' });
    const plan = (await readPlan(db, id))!;
    const from = (await readPlan(db, DEMO))!;
    expect(plan.links).toHaveLength(from.links.filter((l) => !l.retired).length);
    expect(plan.links.some((l) => l.retired)).toBe(false);
    expect((await readStates(db, id)).every((s) => s.head.state === 'bare' && s.entries === 0)).toBe(true);
  });
  it('for its next job has every link as it stands, and its log', async () => {
    const id = await copyJob(db, DEMO, { name: 'Moves of spring', of: 'all' });
    const stands = (s: Awaited<ReturnType<typeof readStates>>) =>
      s.map((x) => [x.link, x.head.state, x.tail.state]);
    expect(stands(await readStates(db, id))).toEqual(stands(await readStates(db, DEMO)));
  });
  it('of the terms alone has people, parts and terms, and no place', async () => {
    const plan = (await readPlan(db, await copyJob(db, DEMO, { name: 'Another', of: 'terms' })))!;
    expect([plan.links, plan.spaces, plan.panels]).toEqual([[], [], []]);
    expect(plan.crew.length).toBeGreaterThan(0);
    expect((await refusal(copyJob(db, DEMO, { name: ' ', of: 'plan' }))).issues[0]!.message).toMatch(/name/);
    expect((await refusal(copyJob(db, 'none', { name: 'x', of: 'plan' }))).status).toBe(404);
  });
});

describe('deleting a job', () => {
  it('wants its name as it stands, and takes its log and pictures with it', async () => {
    const { name } = (await listJobs(db))[0]!;
    const wrong = await refusal(deleteJob(db, DEMO, { name: 'skerry' }));
    expect(wrong.message).toContain(`"${name}"`);
    expect((await readStates(db, DEMO)).length).toBeGreaterThan(0);
    await deleteJob(db, DEMO, { name });
    expect(await listJobs(db)).toEqual([]);
    expect(await readPhoto(db, DEMO, PHOTO)).toBeUndefined();
    for (const table of ['entry', 'link', 'item', 'link_state', 'photo'] as const)
      expect(await db.selectFrom(table).selectAll().execute()).toEqual([]);
  });
  it('keeps its id from every other job: what devices still hold of it must not come to mean another', async () => {
    const { name } = (await listJobs(db))[0]!;
    const plan = { name, policy: { scheme: 'T568A', evidence: 'wiremap', units: 'mm', untwist: 'standard' }, crew: [{ id: 'ada', name: 'Ada Fenn', role: 'lead' }] }; // prettier-ignore
    await deleteJob(db, DEMO, { name });
    const other = await createJob(db, plan);
    expect(other).not.toBe(DEMO);
    expect(await copyJob(db, other, { name, of: 'plan' })).not.toBe(DEMO);
    expect(await importJob(db, demo(), { beside: name })).not.toBe(DEMO);
    // The job itself comes back as what it was, and can be deleted again.
    expect(await importJob(db, demo())).toBe(DEMO);
    await deleteJob(db, DEMO, { name });
  });
  it('leaves the log of every other job append-only, and another job of that name knows nothing of it', async () => {
    const { name } = (await listJobs(db))[0]!;
    await deleteJob(db, DEMO, { name });
    const policy: Policy = { scheme: 'T568A', evidence: 'wiremap', units: 'mm', untwist: 'standard' };
    await importJob(db, demo());
    await expect(db.deleteFrom('entry').where('job', '=', DEMO).execute()).rejects.toThrow(/append-only/);
    await expect(db.updateTable('entry').set({ by: 'x' }).execute()).rejects.toThrow(/append-only/);
    const id = await createJob(db, { name: 'Fresh', policy, crew: [{ id: 'ada', name: 'Ada Fenn', role: 'lead' }] }); // prettier-ignore
    const note = { id: randomUUID(), job: id, link: 'none', kind: 'note', at: new Date().toISOString(), by: 'ada', data: { text: 'x' } }; // prettier-ignore
    expect((await appendEntries(db, id, { entries: [note] })).refused).toHaveLength(1);
  });
});

describe('the list of jobs', () => {
  it('tells client, address, how far it is and who was last on it', async () => {
    const plan = (await readPlan(db, DEMO))!;
    const about = { client: 'Harbour board', address: '3 Quay Street' };
    await changePlan(db, DEMO, { policy: { ...plan.policy, about } });
    const [job] = await listJobs(db);
    expect(job).toMatchObject({ ...about, archived: false });
    expect(job!.last!.by).toBeTruthy();
    expect(job!.proven).toBeLessThanOrEqual(job!.links);
  });
  it('is searched by job, client, link and place, and for one job alone where only that may be read', async () => {
    const plan = (await readPlan(db, DEMO))!;
    await changePlan(db, DEMO, { policy: { ...plan.policy, about: { client: 'Harbour board' } } });
    await copyJob(db, DEMO, { name: 'Second', of: 'plan' });
    expect(await searchJobs(db, 'harbour')).toMatchObject([
      { kind: 'job', job: 'second' },
      { kind: 'job', job: DEMO },
    ]);
    const label = plan.links[5]!.label;
    expect((await searchJobs(db, label.toLowerCase())).filter((f) => f.kind === 'link').map((f) => f.job).sort()).toEqual(['second', DEMO]); // prettier-ignore
    expect((await searchJobs(db, label, DEMO)).every((f) => f.job === DEMO)).toBe(true);
    expect(await searchJobs(db, label, null)).toEqual([]);
    expect(await searchJobs(db, '%')).toEqual([]);
    expect(await searchJobs(db, plan.spaces[0]!.name.slice(0, 4))).not.toEqual([]);
  });
});
