import { z } from 'zod';
import type { Db } from '../db/open';
import { databaseId } from '../db/identity';
import { noSuchJob, Refused } from '../refused';

/** What a device asks: which of the entries it sent, and were said to be kept by a database, are not in a job's log. */
export const missingSchema = z.object({
  database: z.string().max(80),
  ids: z.array(z.string().max(80)).min(1).max(500),
});

/**
 * Ids of entries that this database kept once and has no more, as one that was put back from a backup. What another
 * database kept was never here: nothing of that is missing. Throws `Refused`.
 */
export async function missingEntries(db: Db, job: string, body: unknown): Promise<string[]> {
  const ids = await idsAsked(db, job, body);
  const rows = await db.selectFrom('entry').select('id').where('id', 'in', ids).execute();
  return without(ids, rows);
}

/** The same of pictures. */
export async function missingPhotos(db: Db, job: string, body: unknown): Promise<string[]> {
  const ids = await idsAsked(db, job, body);
  const rows = await db.selectFrom('photo').select('id').where('id', 'in', ids).execute();
  return without(ids, rows);
}

/** The ids that are asked about, where this database is the one that is said to have had them. */
async function idsAsked(db: Db, job: string, body: unknown): Promise<string[]> {
  const parsed = missingSchema.safeParse(body);
  if (!parsed.success) throw Refused.fromZod('Send { "database", "ids": [ … ] } with 1 to 500 ids.', parsed.error); // prettier-ignore
  const { database, ids } = parsed.data;
  const there = await db.selectFrom('job').select('id').where('id', '=', job).executeTakeFirst();
  if (!there) throw noSuchJob(job);
  return database === (await databaseId(db)) ? ids : [];
}

const without = (ids: readonly string[], rows: readonly { id: string }[]): string[] => {
  const here = new Set(rows.map((r) => r.id));
  return ids.filter((id) => !here.has(id.toLowerCase()));
};
