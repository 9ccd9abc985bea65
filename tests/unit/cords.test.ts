import { readFileSync } from 'node:fs';
import { beforeEach, describe, expect, it } from 'vitest';
import { canonicalJson } from '../../src/core/formats/canonical';
import { worstState } from '../../src/core/log/next';
import { jobFileSchema } from '../../src/core/model/job';
import { linkIdentifiers } from '../../src/core/plan/link-identifiers';
import { scheduleChanges, scheduleOf } from '../../src/core/schedule/changes';
import { checkSchedule } from '../../src/core/schedule/check';
import { readSchedule } from '../../src/core/schedule/reading';
import { parseText, writeScheduleCsv } from '../../src/core/schedule/sheet';
import { openDatabase, type Db } from '../../src/lib/server/db/open';
import { importJob } from '../../src/lib/server/jobs/import-job';
import { exportJob, readPlan } from '../../src/lib/server/jobs/job-file';
import { jobsProgress } from '../../src/lib/server/jobs/job-list';
import { changePlan } from '../../src/lib/server/jobs/plan-changes';
import { siteJson } from '../../src/lib/server/jobs/site';
import { disagreements, readStates } from '../../src/lib/server/jobs/states';

const text = readFileSync(new URL('../../demo/tern-workshop.json', import.meta.url), 'utf8');
const JOB = 'tern-workshop';
let db: Db;
beforeEach(async () => {
  db = await openDatabase(':memory:');
  await importJob(db, JSON.parse(text));
});

/** The rows of a schedule that needs no hand. */
function rowsOf(text: string) {
  const parsed = parseText(text);
  const read = parsed.ok ? readSchedule([{ name: 'the file', rows: parsed.rows }], []) : parsed;
  if (!read.ok) throw new Error(read.message);
  return read.rows;
}

describe('a job of cords, kept', () => {
  it('goes out byte for byte as it came in, and to a device with its batches', async () => {
    expect(await exportJob(db, JOB)).toBe(canonicalJson(jobFileSchema.parse(JSON.parse(text))));
    const site = JSON.parse((await siteJson(db, JOB))!) as { plan: { batches: { id: string }[] } };
    expect(site.plan.batches.map((b) => b.id)).toEqual(['console-cords', 'rack-cords']);
  });
  it('is counted as far as both ends are proven, by the states themselves', async () => {
    const states = await readStates(db, JOB);
    const progress = (await jobsProgress(db)).get(JOB)!;
    expect(progress).toEqual({
      links: states.length,
      proven: states.filter((s) => worstState(s) === 'proven').length,
    });
    expect(progress.proven).toBeGreaterThan(0);
  });
  it('retires a cord that was made, removes one that was not, and the batch with the last of them', async () => {
    const plan = (await readPlan(db, JOB))!;
    const cords = plan.links.filter((l) => l.cord?.batch === 'rack-cords').map((l) => l.id);
    await changePlan(db, JOB, { remove: { links: ['C-04', 'C-12'] } });
    let after = (await readPlan(db, JOB))!;
    expect(after.links.find((l) => l.id === 'C-04')!.retired).toBe(true);
    expect(after.links.some((l) => l.id === 'C-12')).toBe(false);
    const left = cords.filter((c) => c !== 'C-04' && c !== 'C-12');
    await changePlan(db, JOB, { remove: { links: left, batches: ['rack-cords'] } });
    after = (await readPlan(db, JOB))!;
    expect(after.batches.find((b) => b.id === 'rack-cords')!.retired).toBe(true);
    expect(await disagreements(db, JOB)).toEqual([]);
  });
  it('has a schedule without its cords that comes back in and changes nothing, panels or none', async () => {
    const plan = (await readPlan(db, JOB))!;
    const rows = rowsOf(writeScheduleCsv(scheduleOf(plan, plan.links)));
    expect(rows.map((r) => r.link)).toEqual(['R-01', 'X-01', 'X-02', 'X-03']);
    const { good, problems } = checkSchedule(rows, plan);
    expect(problems).toEqual([]);
    expect(scheduleChanges(good, plan)).toMatchObject({ added: 0, changed: 0, same: 4, newSpaces: [] });
  });
  it('takes a schedule that has no panels by the spaces its links begin in, and no label of a cord', async () => {
    const plan = (await readPlan(db, JOB))!;
    const rows = rowsOf('link,from room,to room,to connector\nR-02,Office,Attic,closed plug\nC-01,Office,Attic,\nR-03,,Attic,\n'); // prettier-ignore
    const { good, problems } = checkSchedule(rows, plan);
    expect(problems.map((p) => p.message).join(' ')).toMatch(
      /C-01 is a cord of a batch.*The panel is missing/,
    );
    const { changes, added } = scheduleChanges(good, plan);
    expect(added).toBe(1);
    expect(changes.put!.links![0]).toMatchObject({
      head: { space: 'office', connector: 'punch-down-jack' },
      tail: { space: 'attic', connector: 'closed-plug' },
    });
    await changePlan(db, JOB, changes);
  });
  it('is labelled by its number and end, or by the space it ends in', async () => {
    const plan = (await readPlan(db, JOB))!;
    const labels = linkIdentifiers(plan);
    const of = (id: string) => labels(plan.links.find((l) => l.id === id)!);
    expect(of('C-07')).toEqual({ link: 'C-07', head: 'C-07 end 1', tail: 'C-07 end 2' });
    expect(of('X-02')).toEqual({ link: 'X-02', head: 'ATTIC', tail: 'SL' });
  });
});
