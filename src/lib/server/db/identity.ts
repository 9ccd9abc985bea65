import { randomUUID } from 'node:crypto';
import type { Kysely } from 'kysely';
import type { Database } from './schema';

/** Names this start of the server: what it stands on may be older than what the one before had, as after a restore. */
export const START = randomUUID();

const known = new WeakMap<Kysely<Database>, string>();

/** Which database this is: a copy that was put back is the same one, a new one never is. */
export async function databaseId(db: Kysely<Database>): Promise<string> {
  let id = known.get(db);
  if (id === undefined) {
    ({ id } = await db.selectFrom('identity').select('id').executeTakeFirstOrThrow());
    known.set(db, id);
  }
  return id;
}
