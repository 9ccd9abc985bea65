import type { Kysely } from 'kysely';
import { NewIds, RESERVED_JOB_IDS, slugOf } from '$core/plan/new-ids';
import type { Database } from '../db/schema';

/** Ids of jobs that are here, and of those that are on their way in, whose people stand already. */
export async function jobIdsHere(db: Kysely<Database>): Promise<string[]> {
  const rows = await db
    .selectFrom('job')
    .select('id')
    .union(db.selectFrom('item').select('job as id').distinct())
    .execute();
  return rows.map((r) => r.id);
}

/**
 * An id for a job of this name that no other has or had, nor a page of the program: what a device still holds of a job
 * that was deleted, and what was printed of it, must not come to mean another.
 */
export async function newJobId(db: Kysely<Database>, name: string): Promise<string> {
  const former = await db.selectFrom('former_job').select('id').execute();
  const taken = [...(await jobIdsHere(db)), ...former.map((r) => r.id), ...RESERVED_JOB_IDS];
  return new NewIds(taken).give(slugOf(name));
}
