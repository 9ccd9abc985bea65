import { randomBytes } from 'node:crypto';
import type { Db } from '../db/open';

const NAME = 'handover-key';

/** The key this site seals handovers with, 32 bytes as hex: made when it is wanted first, kept in the database, told to nobody. */
export async function siteKey(db: Db): Promise<string> {
  await db
    .insertInto('secret')
    .values({ name: NAME, value: randomBytes(32).toString('hex') })
    .onConflict((c) => c.column('name').doNothing())
    .execute();
  return (await db.selectFrom('secret').select('value').where('name', '=', NAME).executeTakeFirstOrThrow())
    .value;
}
