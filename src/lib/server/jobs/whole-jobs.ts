import { z } from 'zod';
import { copyOfPlan } from '$core/plan/copy-job';
import type { Db } from '../db/open';
import { noSuchJob, Refused } from '../refused';
import { forgetReady } from './site-ready';
import { forgetTerms } from './terms';
import { importJob } from './import-job';
import { exportJob, readPlan } from './job-file';
import { newJobId } from './job-ids';
import { removeJobRows } from './remove-job';

const jobName = z.string().trim().min(1, { error: 'A job needs a name.' }).max(120);
/** What a copy is called, and what it takes over. */
export const copyJobSchema = z.strictObject({ name: jobName, of: z.enum(['plan', 'terms', 'all']) });
/** A job is deleted by its name, typed. */
export const deleteJobSchema = z.strictObject({ name: z.string() });

/** Begins a job from another one's plan or terms. Returns its id. Throws `Refused`. */
export async function copyJob(db: Db, job: string, body: unknown, now = new Date()): Promise<string> {
  const parsed = copyJobSchema.safeParse(body);
  if (!parsed.success) throw Refused.fromZod('A copy needs a name, and what it is of.', parsed.error);
  const plan = await readPlan(db, job);
  if (!plan) throw noSuchJob(job);
  const { name, of } = parsed.data;
  if (of === 'all') return importJob(db, JSON.parse((await exportJob(db, job))!), { beside: name });
  const id = await newJobId(db, name);
  return importJob(db, copyOfPlan(plan, id, name, of, now.toISOString()));
}

/**
 * Deletes a job with its log and pictures, for good. The name has to be typed as it stands, so that no tap alone does
 * it. Throws `Refused`.
 */
export async function deleteJob(db: Db, job: string, body: unknown): Promise<void> {
  const parsed = deleteJobSchema.safeParse(body);
  if (!parsed.success) throw Refused.fromZod('Send the name of the job that is to go.', parsed.error);
  await db.transaction().execute(async (trx) => {
    const there = await trx.selectFrom('job').select('name').where('id', '=', job).executeTakeFirst();
    if (!there) throw noSuchJob(job);
    if (there.name !== parsed.data.name.trim())
      throw new Refused(
        `This job is called "${there.name}": type just that, and it is deleted with its log and pictures.`,
        [{ path: 'name', message: 'not the name of this job' }],
        409,
      );
    await removeJobRows(trx, job);
    await trx.insertInto('former_job').values({ id: job }).onConflict((c) => c.doNothing()).execute(); // prettier-ignore
  });
  forgetTerms(db, job);
  forgetReady(job);
}
