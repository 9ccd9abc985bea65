import { policySchema } from '$core/formats/job';
import type { Db } from '../db/open';
import { noSuchJob, Refused } from '../refused';
import { rebuildStates } from './states';

/** Changes what a job asks of its links; every link's state is judged anew. Throws `Refused` with what is wrong. */
export async function keepPolicy(db: Db, job: string, body: unknown): Promise<void> {
  const parsed = policySchema.safeParse(body);
  if (!parsed.success) throw Refused.fromZod('These are no terms a job can have.', parsed.error);
  await db.transaction().execute(async (trx) => {
    const changed = await trx
      .updateTable('job')
      .set({ policy: JSON.stringify(parsed.data) })
      .where('id', '=', job)
      .executeTakeFirst();
    if (!changed.numUpdatedRows) throw noSuchJob(job);
    await rebuildStates(trx, job);
  });
}
