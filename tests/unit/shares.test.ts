import { beforeEach, describe, expect, it } from 'vitest';
import { openDatabase, type Db } from '../../src/lib/server/db/open';
import { readClientView } from '../../src/lib/server/jobs/client-view';
import { importJob } from '../../src/lib/server/jobs/import-job';
import { readPlan } from '../../src/lib/server/jobs/job-file';
import { jobOfShare, share, sharesOf, takeShareBack } from '../../src/lib/server/jobs/shares';
import { readStates } from '../../src/lib/server/jobs/states';
import { deleteJob } from '../../src/lib/server/jobs/whole-jobs';
import { refusal } from '../support/refusal';
import { demo } from '../support/job';

const JOB = 'skerry-point';
let db: Db;
beforeEach(async () => {
  db = await openDatabase(':memory:');
  await importJob(db, demo());
});

describe('an address for a client', () => {
  it('opens its job until it is over or taken back, and its secret is kept nowhere', async () => {
    const made = await share(db, JOB, { name: 'Harbour board', days: 30 }, new Date('2026-11-20T08:00:00Z'));
    expect(made.secret).toMatch(/^[\w-]{22}$/);
    expect(made.expiresAt).toBe('2026-12-20T08:00:00.000Z');
    expect(JSON.stringify(await db.selectFrom('share').selectAll().execute())).not.toContain(made.secret);
    const at = (day: string) => new Date(`${day}T08:00:01Z`);
    expect(await jobOfShare(db, made.secret, at('2026-12-19'))).toBe(JOB);
    expect((await refusal(jobOfShare(db, made.secret, at('2026-12-20')))).status).toBe(410);
    await takeShareBack(db, JOB, made.id);
    const over = await refusal(jobOfShare(db, made.secret, at('2026-11-21')));
    expect([over.status, over.message]).toEqual([410, expect.stringContaining('ask whoever gave it to you')]);
    expect((await refusal(takeShareBack(db, JOB, made.id))).status).toBe(404);
    expect((await sharesOf(db, JOB))[0]).toMatchObject({ name: 'Harbour board', id: made.id });
  });
  it('is refused in a sentence where nobody is named, it is good for no day, or guessed', async () => {
    expect((await refusal(share(db, JOB, { name: ' ', days: 30 }))).message).toContain(
      'who the address is for',
    );
    expect((await refusal(share(db, JOB, { name: 'x', days: 0 }))).message).toContain('at least one day');
    expect((await refusal(share(db, JOB, { name: 'x', days: 9999 }))).message).toContain('at most');
    expect((await refusal(share(db, 'none', { name: 'x', days: 3 }))).status).toBe(404);
    for (const guess of ['', 'x', '../skerry-point', 'A'.repeat(22)])
      expect((await refusal(jobOfShare(db, guess))).status).toBe(404);
  });
  it('goes with its job', async () => {
    const made = await share(db, JOB, { name: 'Harbour board', days: 30 });
    await deleteJob(db, JOB, { name: demo().job.name });
    expect((await refusal(jobOfShare(db, made.secret))).status).toBe(404);
  });
});

describe('what a client sees', () => {
  it('is every link once with its worse end, and neither people nor their minutes', async () => {
    const plan = (await readPlan(db, JOB))!;
    const states = new Map((await readStates(db, JOB)).map((s) => [s.link, s]));
    const view = await readClientView(db, JOB);
    const links = view.groups.flatMap((g) => g.links);
    expect(links.map((l) => l.label).sort()).toEqual(plan.links.filter((l) => !l.retired).map((l) => l.label).sort()); // prettier-ignore
    expect(Object.values(view.counted).reduce((a, b) => a + b, 0)).toBe(links.length);
    expect(view.counted.proven).toBe(plan.links.filter((l) => { const s = states.get(l.id)!; return s.head.state === 'proven' && s.tail.state === 'proven'; }).length); // prettier-ignore
    const said = JSON.stringify(view);
    for (const p of plan.crew) expect(said).not.toContain(p.name);
    expect(said).not.toMatch(/minutes|seconds/);
  });
});
