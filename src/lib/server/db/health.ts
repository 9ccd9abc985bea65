import { sql } from 'kysely';
import { statfs } from 'node:fs/promises';
import { dirname } from 'node:path';
import { stillThere } from './hold';
import type { Db } from './open';
import { databaseTrouble, FILE_GONE } from './troubles';

/** Below so much free space, in bytes, a disk is as good as full. Our judgement. */
const LEAST_FREE = 50_000_000;

/** What is wrong with a database that is in use, in a sentence that says what to do; `ok` where nothing is. It writes to find out. */
export async function healthOf(db: Db, file: string): Promise<string> {
  if (!stillThere(file)) return FILE_GONE;
  try {
    await db.transaction().execute(async (trx) => {
      await sql`create table if not exists health (at text not null)`.execute(trx);
      await sql`delete from health`.execute(trx);
      await sql`insert into health values (${new Date().toISOString()})`.execute(trx);
    });
    await sql`select count(*) from link_state`.execute(db);
  } catch (error) {
    return (
      databaseTrouble(error)?.message ?? 'The database of the server does not answer: start the server again.'
    );
  }
  if (file === ':memory:') return 'ok';
  const { bavail, bsize } = await statfs(dirname(file));
  return bavail * bsize < LEAST_FREE
    ? `The disk of the server has ${Math.round((bavail * bsize) / 1e6)} MB left: make room before it is full.`
    : 'ok';
}
