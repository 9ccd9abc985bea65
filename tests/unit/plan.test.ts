import { randomUUID } from 'node:crypto';
import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import BetterSqlite from 'better-sqlite3';
import { beforeEach, describe, expect, it } from 'vitest';
import type { Entry } from '../../src/core/model/entry';
import type { Policy } from '../../src/core/model/job';
import { openDatabase, type Db } from '../../src/lib/server/db/open';
import { appendEntries } from '../../src/lib/server/jobs/entries';
import { exportJob, importJob, readPlan } from '../../src/lib/server/jobs/job-file';
import { changePlan, createJob } from '../../src/lib/server/jobs/plan-changes';
import { disagreements, readStates } from '../../src/lib/server/jobs/states';
import { Refused } from '../../src/lib/server/refused';
import { demoCopy } from '../support/job';

const policy: Policy = { scheme: 'T568B', evidence: 'wiremap', units: 'mm', untwist: 'standard' };
const crew = [{ id: 'ada', name: 'Ada Fenn', role: 'lead' as const }];
const closet = { id: 'c', name: 'Closet', kind: 'closet' as const, floor: 0, x: 0, y: 0 };
const panel = { id: 'P', name: 'P', space: 'c', ports: 4, order: 0 };
const room = { id: 'r', name: 'Room', kind: 'room' as const, floor: 1, x: 9, y: 9 };
const outlet = { id: 'o', name: '1', space: 'r', positions: 4 };
const link = (port: number) => ({
  id: `P-${port}`,
  label: `P-${port}`,
  head: { panel: 'P', port, connector: 'patch-panel' as const },
  tail: { outlet: 'o', position: port, connector: 'punch-down-jack' as const },
  ordered: 'straight' as const,
  shielded: false,
  cable: '',
});
const seated = (job: string, id: string): Entry => ({
  id: randomUUID(),
  job,
  link: id,
  end: 'head',
  kind: 'seated',
  at: new Date().toISOString(),
  by: 'ada',
  data: { connector: 'patch-panel', scheme: 'T568B' },
});

let db: Db;
let job: string;
beforeEach(async () => {
  db = await openDatabase(':memory:');
  job = await createJob(db, { name: 'North wing', policy, crew });
  await changePlan(db, job, {
    put: { spaces: [closet, room], panels: [panel], outlets: [outlet], links: [1, 2, 3].map(link) },
  });
});
const refusal = (work: Promise<unknown>): Promise<Refused> =>
  work.then(
    () => Promise.reject(new Error('It was not refused.')),
    (e: unknown) => (e instanceof Refused ? e : Promise.reject(e as Error)),
  );

describe('a job from nothing', () => {
  it('has an id of its own from its name, even where the name is taken or a page is called so', async () => {
    expect(job).toBe('north-wing');
    expect(await createJob(db, { name: 'North Wing!', policy, crew })).toBe('north-wing-2');
    expect(await createJob(db, { name: 'New', policy, crew })).toBe('new-2');
  });
  it.each([
    ['no name', { name: ' ', policy, crew }, 'needs a name'],
    ['nobody', { name: 'X', policy, crew: [] }, 'at least one person'],
    ['one id for two', { name: 'X', policy, crew: [crew[0], crew[0]] }, 'same id'],
    ['no terms', { name: 'X', crew }, ''],
    ['nothing', null, ''],
  ])('is refused with a sentence: %s', async (_, body, says) => {
    const { message, issues } = await refusal(createJob(db, body));
    expect([message, ...issues.map((i) => i.message)].join(' ')).toContain(says);
  });
  it('takes links in with states that agree with their empty log', async () => {
    expect((await readStates(db, job)).map((s) => s.head.state)).toEqual(['bare', 'bare', 'bare']);
    expect(await disagreements(db, job)).toEqual([]);
  });
});

describe('a change of the plan', () => {
  it('is all or nothing: one bad link keeps out the good ones, and says why', async () => {
    const before = await exportJob(db, job);
    const bad = { ...link(4), head: { panel: 'P', port: 9, connector: 'patch-panel' } };
    const { message, status } = await refusal(changePlan(db, job, { name: 'Other', put: { links: [link(4), { ...bad, id: 'x', label: 'x' }] } })); // prettier-ignore
    expect([message, status]).toEqual(['x: panel P has 4 ports, not 9.', 409]);
    expect(await exportJob(db, job)).toBe(before);
  });
  it('retires what stands in the log and frees its port; the log goes on knowing it', async () => {
    await appendEntries(db, job, [seated(job, 'P-1')]);
    const changed = await changePlan(db, job, { remove: { links: ['P-1', 'P-2'] } });
    expect(changed.retired.links).toEqual(['P-1']);
    expect(changed.removed.links).toEqual(['P-2']);
    await changePlan(db, job, { put: { links: [{ ...link(1), id: 'again', label: 'P-1' }] } });
    const plan = (await readPlan(db, job))!;
    expect(plan.links.map((l) => [l.id, l.retired ?? false])).toEqual([
      ['P-1', true],
      ['P-3', false],
      ['again', false],
    ]);
    const file = JSON.parse((await exportJob(db, job))!) as {
      job: { id: string };
      entries: { job: string }[];
    };
    const copy = { ...file, job: { ...file.job, id: 'copy' }, entries: [] };
    expect(await importJob(db, copy)).toBe('copy');
  });
  it('lets two links exchange their ports, and judges what has a log anew', async () => {
    await appendEntries(db, job, [seated(job, 'P-1')]);
    await changePlan(db, job, { put: { links: [{ ...link(1), head: link(2).head }, { ...link(2), head: link(1).head }] } }); // prettier-ignore
    expect((await readPlan(db, job))!.links.map((l) => l.head.port)).toEqual([2, 1, 3]);
    expect((await readStates(db, job))[0]!.head.state).toBe('seated');
    await changePlan(db, job, { policy: { ...policy, evidence: 'certification' } });
    expect(await disagreements(db, job)).toEqual([]);
  });
  it.each([
    ['no change at all', 'text'],
    ['a floor in the sky', { put: { spaces: [{ ...closet, floor: 900 }] } }],
    ['a thing that is not known', { put: { ladders: [] } }],
  ])('is refused where it is %s', async (_, body) => {
    expect((await refusal(changePlan(db, job, body))).status).toBe(400);
  });
  it('is refused for a job that is not here', async () => {
    expect((await refusal(changePlan(db, 'nowhere', {}))).status).toBe(404);
  });
});

it('a database of before retired links is brought up to date with its log', async () => {
  const file = join(mkdtempSync(join(tmpdir(), 'gauntlet-')), 'old.db');
  const first = await openDatabase(file);
  await importJob(first, demoCopy('old'));
  const before = await exportJob(first, 'old');
  await first.destroy();
  // The table as it was: the rule that a port has one link, retired or not, and no column for it.
  const sqlite = new BetterSqlite(file);
  sqlite.pragma('foreign_keys = OFF');
  sqlite.exec(`create table link_old (job text not null references job (id), id text not null, label text not null,
    panel text not null, port integer not null, body text not null,
    constraint link_key primary key (job, id), constraint link_port unique (job, panel, port));
    insert into link_old select job, id, label, panel, port, body from link;
    drop table link; alter table link_old rename to link;
    delete from kysely_migration where name = '2026-11-z-retired';`);
  sqlite.close();
  const again = await openDatabase(file);
  expect(await exportJob(again, 'old')).toBe(before);
  const [gone] = demoCopy('old').entries.flatMap((e) => ('link' in e ? [e.link] : []));
  expect((await changePlan(again, 'old', { remove: { links: [gone!] } })).retired.links).toEqual([gone]);
  await again.destroy();
});
