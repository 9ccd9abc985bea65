import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { gunzipSync } from 'node:zlib';
import BetterSqlite from 'better-sqlite3';
import { afterAll, describe, expect, it } from 'vitest';
import type { JobFile } from '../../src/core/model/job';
import { openDatabase } from '../../src/lib/server/db/open';
import { appendEntries } from '../../src/lib/server/jobs/entries';
import { importJob } from '../../src/lib/server/jobs/import-job';
import { exportJob } from '../../src/lib/server/jobs/job-file';
import { openJobs } from '../../src/lib/server/jobs/open';
import { disagreements, readStates } from '../../src/lib/server/jobs/states';

const dir = mkdtempSync(join(tmpdir(), 'gauntlet-released-'));
afterAll(() => rmSync(dir, { recursive: true, force: true }));
const JOB = 'skerry-point';

/** A copy of a database that version 0.1 wrote. */
function released(name: string): string {
  const file = join(dir, name);
  writeFileSync(file, gunzipSync(readFileSync(new URL('../fixtures/released-0.1.db.gz', import.meta.url))));
  return file;
}

describe('a database of version 0.1', () => {
  it('is brought up to date with its log, its states made anew, and its file opens elsewhere', async () => {
    const db = await openJobs(released('old.db'));
    const file = JSON.parse((await exportJob(db, JOB))!) as JobFile;
    expect([file.links.length, file.entries.length, file.job.revision]).toEqual([70, 245, undefined]);
    expect(await disagreements(db, JOB)).toEqual([]);
    const states = await readStates(db, JOB);
    expect(states.find((s) => s.link === 'K3-02')!.head.state).toBe('bare');
    expect(states.filter((s) => s.head.state === 'proven').length).toBeGreaterThan(20);
    const other = await openDatabase(':memory:');
    await importJob(other, file);
    expect(await exportJob(other, JOB)).toBe(await exportJob(db, JOB));
    const e = { id: '019a0000-0000-7000-8000-00000000000f', job: JOB, link: 'K3-02', kind: 'void', at: '2026-11-21T09:00:00Z', by: 'ines', data: { entry: '019a0000-0000-7000-8000-000000000002', reason: 'it was seated' } }; // prettier-ignore
    expect((await appendEntries(db, JOB, [e])).states[0]!.head.state).toBe('seated');
    await db.destroy();
  });
  it('that a newer version has been at is refused with what to do, and left as it is', async () => {
    const file = released('future.db');
    const sqlite = new BetterSqlite(file);
    sqlite.exec(`insert into kysely_migration values ('2099-01-tomorrow', '2099-01-01T00:00:00.000Z')`);
    sqlite.close();
    await expect(openJobs(file)).rejects.toThrow(
      /written by a newer version of Gauntlet: start that version/,
    );
    const still = new BetterSqlite(file, { readonly: true });
    expect(still.prepare('select count(*) as n from entry').get()).toEqual({ n: 245 });
    still.close();
  });
});
