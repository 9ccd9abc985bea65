import { sql, type Transaction } from 'kysely';
import { ENTRY_GUARDS } from '../db/entry-guards';
import type { Db } from '../db/open';
import type { Database } from '../db/schema';

/** Tables that hold something of a job, those that others stand on last. */
const TABLES = ['link_state', 'share', 'entry', 'photo', 'link', 'item'] as const;

/** Takes out everything of a job. The log takes nothing out of itself; a job that goes as a whole takes its log with it. */
export async function removeJobRows(trx: Transaction<Database>, job: string): Promise<void> {
  await sql`drop trigger ${sql.ref(ENTRY_GUARDS.removal.name)}`.execute(trx);
  for (const table of TABLES) await trx.deleteFrom(table).where('job', '=', job).execute();
  await trx.deleteFrom('job').where('id', '=', job).execute();
  await sql.raw(ENTRY_GUARDS.removal.create).execute(trx);
}

/** Takes out what jobs left that were on their way in when the server ended. Returns their ids. */
export async function removeHalfBrought(db: Db): Promise<string[]> {
  const rows = await db
    .selectFrom('item')
    .select('job')
    .distinct()
    .where('job', 'not in', db.selectFrom('job').select('id'))
    .execute();
  for (const { job } of rows) await db.transaction().execute((trx) => removeJobRows(trx, job));
  return rows.map((r) => r.job);
}
