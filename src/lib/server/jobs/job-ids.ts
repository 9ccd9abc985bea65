import type { Kysely } from 'kysely';
import { NewIds, RESERVED_JOB_IDS, slugOf } from '$core/plan/new-ids';
import type { Database } from '../db/schema';

/** Ids no new job may have: of those that are here, and of those that are on their way in, whose people stand already. */
export async function takenJobIds(db: Kysely<Database>): Promise<string[]> {
  const rows = await db
    .selectFrom('job')
    .select('id')
    .union(db.selectFrom('item').select('job as id').distinct())
    .execute();
  return rows.map((r) => r.id);
}

/** An id for a job of this name that no other job has, nor a page of the program. */
export const newJobId = (name: string, taken: readonly string[]): string =>
  new NewIds([...taken, ...RESERVED_JOB_IDS]).give(slugOf(name));
