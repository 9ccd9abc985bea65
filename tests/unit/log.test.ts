import { randomUUID } from 'node:crypto';
import { sql } from 'kysely';
import { beforeEach, describe, expect, it } from 'vitest';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { handleOf, openDatabase, type Db } from '../../src/lib/server/db/open';
import { databaseTrouble } from '../../src/lib/server/db/troubles';
import { appendEntries } from '../../src/lib/server/jobs/entries';
import { importJob } from '../../src/lib/server/jobs/import-job';
import { exportJob } from '../../src/lib/server/jobs/job-file';
import { openJobs } from '../../src/lib/server/jobs/open';
import { changePlan } from '../../src/lib/server/jobs/plan-changes';
import { disagreements, readStates, rebuildStates } from '../../src/lib/server/jobs/states';
import { Refused } from '../../src/lib/server/refused';

const text = readFileSync(new URL('../../demo/skerry-point.json', import.meta.url), 'utf8');
const JOB = 'skerry-point';
const NOW = Date.parse('2026-11-20T12:00:00Z');
const entry = (more: object = {}) => ({
  id: randomUUID(),
  job: JOB,
  link: 'K1-20',
  kind: 'reading',
  at: '2026-11-20T10:00:00Z',
  by: 'ines',
  data: { reading: { walk: '1 2 3 4 5 6 7 8', evidence: 'wiremap', splits: [] } },
  ...more,
});
let db: Db;
beforeEach(async () => {
  db = await openDatabase(':memory:');
  await importJob(db, JSON.parse(text));
});

describe('the log in the database', () => {
  it('gives the same file back, byte for byte', async () => {
    expect(await exportJob(db, JOB)).toBe(text);
    const other = await openDatabase(':memory:');
    await importJob(other, JSON.parse((await exportJob(db, JOB))!));
    expect(await exportJob(other, JOB)).toBe(text);
  });
  it('knows whoever joined the crew since the batch before', async () => {
    const e = entry({ by: 'newcomer' });
    expect((await appendEntries(db, JOB, [e], NOW)).refused).toHaveLength(1);
    await changePlan(db, JOB, { put: { crew: [{ id: 'newcomer', name: 'New Comer', role: 'technician' }] } });
    expect((await appendEntries(db, JOB, [e], NOW)).kept).toEqual([e.id]);
  });
  it('takes batch after batch, each of links that none before it named', async () => {
    for (const link of ['K1-20', 'K1-21', 'K1-23', 'K2-01'])
      expect((await appendEntries(db, JOB, [entry({ link })], NOW)).refused).toEqual([]);
    expect(await disagreements(db, JOB)).toEqual([]);
  });
  it('keeps states that a rebuild agrees with when entries come late, twice the same instant, and taken back', async () => {
    const at = (minute: number, more: object = {}) =>
      entry({ at: `2026-11-20T10:${String(minute).padStart(2, '0')}:00Z`, ...more });
    const open = { data: { reading: { walk: '1 2 3 - 5 6 7 8', splits: [] }, blame: ['tail'] } };
    const fail = at(10, open);
    for (const e of [
      at(5),
      fail,
      at(7),
      at(10),
      at(12, { kind: 'void', data: { entry: fail.id, reason: 'wrong port' } }),
      at(20, open),
    ]) {
      expect((await appendEntries(db, JOB, [e], NOW)).refused).toEqual([]);
      expect(await disagreements(db, JOB)).toEqual([]);
    }
  });
  it('makes states anew that another fold left behind', async () => {
    const dir = mkdtempSync(join(tmpdir(), 'gauntlet-fold-'));
    const file = join(dir, 'fold.db');
    const before = await openJobs(file);
    await importJob(before, JSON.parse(text));
    await sql`update link_state set status = '{"link":"old"}'`.execute(before);
    handleOf(before).pragma('user_version = 1');
    await before.destroy();
    const after = await openJobs(file);
    expect(await disagreements(after, JOB)).toEqual([]);
    await after.destroy();
    rmSync(dir, { recursive: true, force: true });
  });
  it('takes nothing while there is no room, says so, and goes on once there is', async () => {
    const sqlite = handleOf(db);
    sqlite.pragma(`max_page_count = ${sqlite.pragma('page_count', { simple: true }) as number}`);
    const long = (n: number) => entry({ kind: 'note', data: { text: `${n} `.repeat(300) } });
    const kept: string[] = [];
    let trouble: unknown;
    for (let n = 0; n < 50 && !trouble; n++) {
      const e = long(n);
      await appendEntries(db, JOB, [e], NOW).then(() => kept.push(e.id), (error: unknown) => (trouble = error)); // prettier-ignore
    }
    expect(databaseTrouble(trouble)).toMatchObject({ status: 507 });
    sqlite.pragma('max_page_count = 1000000');
    const later = long(99);
    expect((await appendEntries(db, JOB, [later], NOW)).kept).toEqual([later.id]);
    const ids = (await db.selectFrom('entry').select('id').where('kind', '=', 'note').execute()).map(
      (r) => r.id,
    );
    expect(ids).toEqual(expect.arrayContaining([...kept, later.id]));
    expect(await disagreements(db, JOB)).toEqual([]);
  });
  it('says what went wrong where the database took a transaction back by itself', async () => {
    const full = db.transaction().execute(() => {
      handleOf(db).exec('rollback');
      return Promise.reject(Object.assign(new Error('full'), { code: 'SQLITE_FULL' }));
    });
    await expect(full).rejects.toMatchObject({ code: 'SQLITE_FULL' });
    expect((await appendEntries(db, JOB, [entry()], NOW)).kept).toHaveLength(1);
  });
  it('refuses change and removal', async () => {
    await expect(sql`update entry set by = 'bo'`.execute(db)).rejects.toThrow(/append-only/);
    await expect(sql`delete from entry`.execute(db)).rejects.toThrow(/append-only/);
  });
  it('keeps an entry sent twice once, and refuses its id for another', async () => {
    const e = entry();
    expect((await appendEntries(db, JOB, [e, e], NOW)).kept).toEqual([e.id, e.id]);
    expect((await appendEntries(db, JOB, [e], NOW)).kept).toEqual([e.id]);
    const rows = await db.selectFrom('entry').select('id').where('id', '=', e.id).execute();
    expect(rows).toHaveLength(1);
    const clash = await appendEntries(db, JOB, [{ ...e, by: 'bo' }], NOW);
    expect(clash.refused[0]).toMatchObject({ id: e.id, issues: [{ path: 'id' }] });
  });
  it('keeps the good of a batch and names the field of each bad one', async () => {
    const good = entry();
    const bad = [
      [entry({ link: 'Z9-99' }), 'link'],
      [entry({ by: 'nobody' }), 'by'],
      [entry({ job: 'elsewhere' }), 'job'],
      [entry({ kind: 'wish' }), 'kind'],
      [entry({ id: '7' }), 'id'],
      [entry({ data: { reading: { walk: '1 2 3' } } }), 'data.reading.walk'],
      [entry({ kind: 'void', data: { entry: randomUUID(), reason: 'x' } }), 'data.entry'],
    ] as const;
    const answer = await appendEntries(db, JOB, [...bad.map(([e]) => e), good], NOW);
    expect(answer.kept).toEqual([good.id]);
    expect(answer.refused.map((r) => r.issues[0]!.path)).toEqual(bad.map(([, path]) => path));
    expect(answer.states.map((s) => `${s.link} ${s.head.state}`)).toEqual(['K1-20 proven']);
  });
  it('keeps states that a rebuild agrees with', async () => {
    expect(await disagreements(db, JOB)).toEqual([]);
    await appendEntries(
      db,
      JOB,
      [
        entry(),
        entry({ link: 'K2-11', data: { reading: { walk: '1 2 3 - 5 6 7 8', splits: [] }, blame: ['tail'] } }),
      ],
      NOW,
    );
    expect(await disagreements(db, JOB)).toEqual([]);
    const before = await readStates(db, JOB);
    await rebuildStates(db, JOB);
    expect(await readStates(db, JOB)).toEqual(before);
  });
  it('notices a kept state that is wrong', async () => {
    await db
      .updateTable('link_state')
      .set({ status: '{"link":"K1-01"}' })
      .where('link', '=', 'K1-01')
      .execute();
    expect(await disagreements(db, JOB)).toEqual(['K1-01']);
  });
});

describe('what is refused', () => {
  it('a job that is here already, and one that contradicts itself', async () => {
    await expect(importJob(db, JSON.parse(text))).rejects.toThrow(/is here already/);
    const file = JSON.parse(text) as { job: { id: string }; links: { head: { port: number } }[] };
    file.job.id = 'other';
    file.links[1]!.head.port = file.links[0]!.head.port;
    const refused = await importJob(db, file).catch((e: unknown) => e as Refused);
    expect((refused as Refused).issues[0]).toMatchObject({
      path: expect.stringContaining('links.1.head.port') as string,
    });
  });
  it('a file that is no database, with what to do', async () => {
    const path = join(tmpdir(), `gauntlet-${randomUUID()}.db`);
    writeFileSync(path, 'this is no database, whatever its name says. '.repeat(40));
    await expect(openDatabase(path)).rejects.toThrow(/cannot be used.*bin\/restore/);
  });
});
