import '../support/no-browser';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { PlanChanges } from '../../src/core/model/plan-changes';
import { askedWords } from '../../src/core/plan/change-words';
import { dropSentChanges, keepSent, sentChanges, sentEntries } from '../../src/lib/device/sent';
import { deviceStore, keptEntries, putEntries } from '../../src/lib/device/store';
import { OpenJob } from '../../src/lib/job/open-job.svelte';
import { databaseId } from '../../src/lib/server/db/identity';
import { handleOf, openDatabase, type Db } from '../../src/lib/server/db/open';
import { appendEntries } from '../../src/lib/server/jobs/entries';
import { importJob } from '../../src/lib/server/jobs/import-job';
import { missingEntries } from '../../src/lib/server/jobs/missing';
import { isOfLog, lastEntry } from '../../src/lib/server/jobs/since';
import { disagreements } from '../../src/lib/server/jobs/states';
import { Device } from '../support/device';
import { demoCopy } from '../support/job';
import { refusal } from '../support/refusal';

const JOB = 'station';
const WAIT = { timeout: 20_000 };
let dir: string;
let device: Device;
let job: OpenJob;
let close: () => void;
async function opened(): Promise<void> {
  job = new OpenJob(await device.data());
  close = job.resume();
}
beforeEach(async () => {
  dir = mkdtempSync(join(tmpdir(), 'gauntlet-put-back-'));
  device = await Device.on(JOB);
  await opened();
});
afterEach(() => {
  close();
  vi.unstubAllGlobals();
  rmSync(dir, { recursive: true, force: true });
});
const seat = (link: string) =>
  job.log.write(link, 'seated', { connector: 'patch-panel', scheme: 'T568B' }, 'head');
const sent = () => vi.waitFor(() => expect(job.outbox.waiting).toHaveLength(0), WAIT);
const keptHere = (n: number) => vi.waitFor(async () => expect(await sentEntries()).toHaveLength(n), WAIT);
/** A copy of the server's database as it is now. */
async function backup(): Promise<Db> {
  const file = join(dir, `copy-${performance.now()}.db`);
  await handleOf(device.db).backup(file);
  return openDatabase(file);
}
/** Another database, with a job of the same id and the same links. */
async function anotherDatabase(): Promise<Db> {
  const db = await openDatabase(':memory:');
  await importJob(db, demoCopy(JOB));
  return db;
}
const looked = (start: string) =>
  vi.waitFor(() => expect(device.storage.getItem('gauntlet:server-start')).toBe(start), WAIT);

describe('a server that was put back from a backup', () => {
  it('holds what it is given again against the clock of then, though that was put right since', async () => {
    const old = await backup();
    device.aheadMs = 25 * 60_000;
    seat('K3-04');
    await sent();
    await keptHere(1);
    device.db = old;
    device.aheadMs = 0;
    await device.beat('start 2');
    await looked('start 2');
    await sent();
    const again = (await device.file()).entries.at(-1)!;
    expect(again.kind).toBe('seated');
    expect(Math.round((again.clockErrorMs ?? 0) / 60_000)).toBe(25);
  });
  it('is given again what it had of this device, once, and says the same of its links as before', async () => {
    const first = seat('K3-04');
    await sent();
    await keptHere(1);
    await device.beat('start 1');
    await looked('start 1');
    const old = await backup();
    const lost = [seat('K3-02'), seat('K3-03'), job.log.takeBack(first)];
    await sent();
    await keptHere(4);
    const before = await device.file();
    expect(job.outbox.sentAgain).toBe(0);

    device.db = old;
    expect((await device.file()).entries.map((e) => e.id)).not.toContain(lost[0]!.id);
    await device.beat('start 2');
    await looked('start 2');
    await sent();
    expect(job.outbox.sentAgain).toBe(3);
    const ids = (await device.file()).entries.map((e) => e.id);
    expect(ids.sort()).toEqual(before.entries.map((e) => e.id).sort());
    expect(await device.kinds('K3-02')).toEqual(['seated']);
    expect(await disagreements(device.db, JOB)).toEqual([]);
    expect(job.statusOf('K3-04').head.state).toBe('bare');
    expect(job.statusOf('K3-02').head.state).toBe('seated');
    await keptHere(4);
    // It is said until somebody has seen it.
    close();
    await opened();
    await vi.waitFor(() => expect(job.outbox.sentAgain).toBe(3), WAIT);
    job.outbox.seenSentAgain();
    close();
    await opened();
    await vi.waitFor(() => expect(job.outbox.looked).toBe(true), WAIT);
    expect(job.outbox.sentAgain).toBe(0);
  });

  it('is asked once at each of its starts, and has nothing sent again that it still has', async () => {
    seat('K3-04');
    await sent();
    await keptHere(1);
    for (const start of ['start 1', 'start 1', 'start 2', 'start 2']) {
      await device.beat(start);
      await looked(start);
    }
    expect(device.asked.filter((path) => path.endsWith('/missing'))).toHaveLength(2);
    expect(job.outbox.sentAgain).toBe(0);
    expect(await device.kinds('K3-04')).toEqual(['seated']);
  });

  it('that goes away while it is asked is asked again by the next beat', async () => {
    seat('K3-04');
    await sent();
    await keptHere(1);
    device.trouble = 503;
    await device.beat('start 1');
    await vi.waitFor(() => expect(device.asked.at(-1)).toMatch(/missing$/), WAIT);
    device.trouble = null;
    expect(device.storage.getItem('gauntlet:server-start')).toBeNull();
    await device.beat('start 1');
    await looked('start 1');
  });

  it('is known by a listener: the last entry they know is not of its log', async () => {
    const old = await backup();
    seat('K3-04');
    await sent();
    const last = await lastEntry(device.db, JOB);
    expect(await isOfLog(device.db, JOB, last)).toBe(true);
    expect(await isOfLog(old, JOB, last)).toBe(false);
    expect(await isOfLog(device.db, JOB, { ...last, id: 'x' })).toBe(false);
    expect(await isOfLog(old, JOB, await lastEntry(old, JOB))).toBe(true);
    expect(await isOfLog(old, 'nowhere', { seq: 0, id: '' })).toBe(true);
  });
});

describe('another database at the same address', () => {
  it('gets nothing that was logged for the job of that id before, until somebody says that it is the same', async () => {
    const own = device.db;
    device.online = false;
    seat('K3-04');
    await vi.waitFor(() => expect(job.outbox.unstored).toHaveLength(0), WAIT);
    device.db = await anotherDatabase();
    device.online = true;
    // Still open, by what was loaded of the other: it is told, and waits.
    await job.outbox.send();
    expect(await device.kinds('K3-04')).toEqual([]);
    close();
    await opened();
    await vi.waitFor(() => expect(job.outbox.foreign).toHaveLength(1), WAIT);
    await job.outbox.send();
    expect(await device.kinds('K3-04')).toEqual([]);
    expect(job.statusOf('K3-04').head.state).toBe('bare');
    expect(job.outbox.refused).toEqual([]);

    // The one it was logged for is back: it goes by itself.
    const other = device.db;
    device.db = own;
    close();
    await opened();
    await sent();
    await vi.waitFor(async () => expect(await device.kinds('K3-04')).toEqual(['seated']), WAIT);
    expect(job.outbox.foreign).toEqual([]);
    device.db = other;
  });

  it('gets it once somebody said so', async () => {
    device.online = false;
    seat('K3-04');
    await vi.waitFor(() => expect(job.outbox.unstored).toHaveLength(0), WAIT);
    device.db = await anotherDatabase();
    device.online = true;
    close();
    await opened();
    await vi.waitFor(() => expect(job.outbox.foreign).toHaveLength(1), WAIT);
    await job.outbox.sendForeign();
    await sent();
    expect(await device.kinds('K3-04')).toEqual(['seated']);
    expect(job.statusOf('K3-04').head.state).toBe('seated');
    expect(await keptEntries()).toEqual([]);
  });

  it('is not given what another kept: a job that was begun anew stays as it was begun', async () => {
    seat('K3-04');
    await sent();
    await keptHere(1);
    device.db = await anotherDatabase();
    await device.beat('start 2');
    await looked('start 2');
    expect(job.outbox.sentAgain).toBe(0);
    expect(await device.kinds('K3-04')).toEqual([]);
    expect(await sentEntries()).toHaveLength(1);
  });

  it('refuses a batch that says which it is for, and takes one that does not', async () => {
    const entry = { id: crypto.randomUUID(), job: JOB, link: 'K3-04', kind: 'note', at: '2026-11-20T09:00:00Z', by: 'bo', data: { text: 'x' } }; // prettier-ignore
    const refused = await refusal(appendEntries(device.db, JOB, { entries: [entry], database: 'another' }));
    expect(refused.status).toBe(409);
    expect((await appendEntries(device.db, JOB, { entries: [entry] })).kept).toEqual([entry.id]);
    const own = await databaseId(device.db);
    expect((await appendEntries(device.db, JOB, { entries: [entry], database: own })).database).toBe(own);
  });
});

describe('which entries are missing', () => {
  it('is told of this database alone, and of a job that is here', async () => {
    const database = await databaseId(device.db);
    const here = (await device.file()).entries[0]!.id;
    const gone = crypto.randomUUID();
    expect(await missingEntries(device.db, JOB, { database, ids: [here, gone, here.toUpperCase()] })).toEqual([gone]); // prettier-ignore
    expect(await missingEntries(device.db, JOB, { database: 'another', ids: [gone] })).toEqual([]);
    expect((await refusal(missingEntries(device.db, 'nowhere', { database, ids: [gone] }))).status).toBe(404);
    for (const body of [null, {}, { database, ids: [] }, { database, ids: Array(501).fill(gone) }])
      expect((await refusal(missingEntries(device.db, JOB, body))).status).toBe(400);
  });
  it('is another database after a start from nothing, and the same in a copy', async () => {
    expect(await databaseId(await backup())).toBe(await databaseId(device.db));
    expect(await databaseId(await anotherDatabase())).not.toBe(await databaseId(device.db));
  });
});

describe('the plan of a server that was put back from a backup', () => {
  const noted = (note: string) => ({ put: { links: [{ ...job.plan.link('K3-04')!, note }] } });
  /** On the newest plan, as a page has it that loads it after every change. */
  const change = async (changes: PlanChanges, from: string) => job.plan.change({ revision: (await device.data()).plan.revision, ...changes }, from); // prettier-ignore
  const asked = async (start: string) => {
    await device.beat(start);
    await looked(start);
  };
  const noteNow = async () => (await device.file()).links.find((l) => l.id === 'K3-04')!.note;

  it('is changed again as it was from this device, once a person says so, and each change once', async () => {
    await asked('start 1');
    expect(await change(noted('kept by the backup'), 'links')).toBe('');
    const old = await backup();
    expect(await change(noted('behind the desk'), 'links')).toBe('');
    expect(await change({ name: 'Station east' }, 'terms')).toBe('');
    job.plan.keepPart({ id: 'own', kind: 'cable', name: 'Own cable' } as never);
    await vi.waitFor(async () => expect((await device.file()).parts.map((p) => p.id)).toContain('own'), WAIT);
    const before = await device.file();
    expect(job.plan.lost.list).toEqual([]);

    device.db = old;
    await asked('start 2');
    await vi.waitFor(() => expect(job.plan.lost.list).toHaveLength(3), WAIT);
    expect(job.plan.lost.list.map((c) => askedWords(c.changes))).toEqual(['1 link put in or changed', 'called “Station east”', '1 part put in or changed']); // prettier-ignore
    expect(await noteNow()).toBe('kept by the backup');
    expect(await job.plan.makeAgain()).toBe('');
    const after = await device.file();
    expect([after.job.name, await noteNow(), after.parts]).toEqual(['Station east', 'behind the desk', before.parts]); // prettier-ignore
    const planned = (file: typeof before) =>
      file.entries.filter((e) => e.kind === 'planned').map((e) => e.id);
    expect(planned(after)).toEqual(planned(before));
    expect(job.plan.lost.list).toEqual([]);
    // It has them now, and so has a page that is opened after that.
    close();
    await opened();
    await asked('start 3');
    await vi.waitFor(() => expect(device.asked.at(-1)).toMatch(/missing$/), WAIT);
    expect(job.plan.lost.list).toEqual([]);
  });

  it('says why a change cannot be made again, and keeps it until somebody leaves the plan as it is', async () => {
    await asked('start 1');
    const old = await backup();
    const part = { id: 'own', kind: 'cable', name: 'Own cable' } as never;
    expect(await change({ put: { parts: [part] } }, 'tools')).toBe('');
    const [made] = await sentChanges(JOB, await databaseId(device.db));
    expect(await change({ remove: { parts: ['own'] } }, 'tools')).toBe('');
    await dropSentChanges([made!.id]);
    device.db = old;
    await asked('start 2');
    await vi.waitFor(() => expect(job.plan.lost.list).toHaveLength(1), WAIT);
    expect(await job.plan.makeAgain()).toContain('There is no "own" to take out.');
    expect(job.plan.lost.list).toHaveLength(1);
    await job.plan.lost.leave();
    close();
    await opened();
    await asked('start 3');
    expect([job.plan.lost.list, await sentChanges(JOB, await databaseId(device.db))]).toEqual([[], []]);
  });

  it('that goes away while it is asked is asked again by the next beat', async () => {
    await asked('start 1');
    const old = await backup();
    expect(await change({ name: 'Station east' }, 'terms')).toBe('');
    device.db = old;
    device.online = false;
    await job.plan.lost.heardServer({ database: await databaseId(old), start: 'start 2' } as never);
    expect(job.plan.lost.list).toEqual([]);
    device.online = true;
    // As long as it answers with an error, it has not said what it has.
    device.trouble = 503;
    await job.plan.lost.heardServer({ database: await databaseId(old), start: 'start 2' } as never);
    expect(job.plan.lost.list).toEqual([]);
    device.trouble = null;
    await job.plan.lost.heardServer({ database: await databaseId(old), start: 'start 2' } as never);
    expect(job.plan.lost.list).toHaveLength(1);
    const askedSoFar = device.asked.length;
    await job.plan.lost.heardServer({ database: await databaseId(old), start: 'start 2' } as never);
    expect(device.asked).toHaveLength(askedSoFar);
  });
});

describe('what was sent', () => {
  const entry = (n: number, at: number) => ({ id: `e${n}`, database: 'd', at, entry: { id: `e${n}` } as never }); // prettier-ignore
  const DAY = 24 * 3_600_000;
  it('stays two weeks, the newest five thousand', async () => {
    const now = 100 * DAY;
    await keepSent([entry(1, now - 15 * DAY), entry(2, now - 13 * DAY), entry(3, now)], now);
    expect((await sentEntries(now)).map((e) => e.id)).toEqual(['e2', 'e3']);
    await keepSent(
      Array.from({ length: 5000 }, (_, i) => entry(10 + i, now + 1)),
      now,
    );
    const kept = await sentEntries(now);
    expect(kept).toHaveLength(5000);
    expect(kept.map((e) => e.id)).not.toContain('e3');
    // What is older than that is not told, though nothing was sent since.
    expect(await sentEntries(now + 15 * DAY)).toEqual([]);
  });
  it('gives its room to what has not been sent', async () => {
    await keepSent([entry(1, Date.now())]);
    const store = await deviceStore();
    let full = true;
    const whole = store.transaction.bind(store);
    const spy = vi.spyOn(store, 'transaction').mockImplementation(((...given: Parameters<typeof whole>) => {
      if (full) {
        full = false;
        throw new DOMException('full', 'QuotaExceededError');
      }
      return whole(...given);
    }) as never);
    await putEntries([{ id: 'n1', job: JOB, n: 1, entry: { id: 'n1' } as never, state: 'waiting' }]);
    spy.mockRestore();
    expect((await keptEntries()).map((k) => k.id)).toEqual(['n1']);
    expect(await sentEntries()).toEqual([]);
  });
});

describe('a server that was filled from the file of a job', () => {
  /** The server of before had two entries of this device, this one the first of them. */
  async function filledAnew(): Promise<void> {
    seat('K3-04');
    await sent();
    const file = await device.file();
    seat('K3-02');
    await sent();
    await keptHere(2);
    device.db = await openDatabase(':memory:');
    await importJob(device.db, file);
    close();
    await opened();
    await device.beat('start 2');
  }

  it('is given what the other one had of this device, once a person says that it is the same job', async () => {
    await filledAnew();
    await vi.waitFor(() => expect(job.outbox.keptElsewhere).toHaveLength(1), WAIT);
    expect(await device.kinds('K3-02')).toEqual([]);
    await job.outbox.sendForeign();
    await sent();
    expect(await device.kinds('K3-02')).toEqual(['seated']);
    expect(await device.kinds('K3-04')).toEqual(['seated']);
    // It is of this database now, and nobody is asked again.
    await vi.waitFor(async () => expect(new Set((await sentEntries()).map((e) => e.database)).size).toBe(2), WAIT); // prettier-ignore
    close();
    await opened();
    await device.beat('start 3');
    await looked('start 3');
    expect(job.outbox.keptElsewhere).toEqual([]);
    expect(await device.kinds('K3-02')).toEqual(['seated']);
  });

  it('is given none of it where it is another job, and nobody is asked again', async () => {
    await filledAnew();
    await vi.waitFor(() => expect(job.outbox.keptElsewhere).toHaveLength(1), WAIT);
    job.outbox.isAnotherJob();
    expect(job.outbox.keptElsewhere).toEqual([]);
    close();
    await opened();
    await device.beat('start 3');
    await looked('start 3');
    expect(job.outbox.keptElsewhere).toEqual([]);
    expect(await device.kinds('K3-02')).toEqual([]);
  });
});
