import { sql } from 'kysely';
import { z } from 'zod';
import { copyOfPlan } from '$core/plan/copy-job';
import { ENTRY_GUARDS } from '../db/entry-guards';
import type { Db } from '../db/open';
import { noSuchJob, Refused } from '../refused';
import { forgetTerms } from './terms';
import { exportJob, importJob, newJobId, readPlan } from './job-file';

const jobName = z.string().trim().min(1, { error: 'A job needs a name.' }).max(120);
/** What a copy is called, and what it takes over. */
export const copyJobSchema = z.strictObject({ name: jobName, of: z.enum(['plan', 'terms', 'all']) });
/** A job is deleted by its name, typed. */
export const deleteJobSchema = z.strictObject({ name: z.string() });

/** Begins a job from another one's plan or terms. Returns its id. Throws `Refused`. */
export async function copyJob(db: Db, job: string, body: unknown, now = new Date()): Promise<string> {
  const parsed = copyJobSchema.safeParse(body);
  if (!parsed.success) throw Refused.fromZod('A copy wants a name, and what it is of.', parsed.error);
  const plan = await readPlan(db, job);
  if (!plan) throw noSuchJob(job);
  const { name, of } = parsed.data;
  if (of === 'all') return importJob(db, JSON.parse((await exportJob(db, job))!), { beside: name });
  const taken = await db.selectFrom('job').select('id').execute();
  const id = newJobId(name, taken.map((j) => j.id)); // prettier-ignore
  return importJob(db, copyOfPlan(plan, id, name, of, now.toISOString()));
}

/** Tables that hold something of a job, those that others stand on last. */
const TABLES = ['link_state', 'share', 'entry', 'photo', 'link', 'item'] as const;

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
    // The log takes nothing out of itself; a job that goes as a whole takes its log with it.
    await sql`drop trigger ${sql.ref(ENTRY_GUARDS.removal.name)}`.execute(trx);
    for (const table of TABLES) await trx.deleteFrom(table).where('job', '=', job).execute();
    await trx.deleteFrom('job').where('id', '=', job).execute();
    await sql.raw(ENTRY_GUARDS.removal.create).execute(trx);
  });
  forgetTerms(db, job);
}
