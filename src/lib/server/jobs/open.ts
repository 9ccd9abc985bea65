import { sql } from 'kysely';
import { FOLD_VERSION } from '$core/log/state';
import { DatabaseUnusable, handleOf, openDatabase, type Db } from '../db/open';
import { rebuildMissingStates } from './states';

/**
 * Opens a database file with its jobs. A damaged file is told at once; states that an older fold left, or that an update
 * left out, are made anew from the log.
 */
export async function openJobs(file: string): Promise<Db> {
  const db = await openDatabase(file);
  const sqlite = handleOf(db);
  const [found] = sqlite.pragma('quick_check(1)') as { quick_check: string }[];
  if (found?.quick_check !== 'ok') {
    await db.destroy();
    throw new DatabaseUnusable(file, `it is damaged: ${found?.quick_check ?? 'no answer'}`);
  }
  if (sqlite.pragma('user_version', { simple: true }) !== FOLD_VERSION) {
    await sql`delete from link_state`.execute(db);
    await rebuildMissingStates(db);
    sqlite.pragma(`user_version = ${FOLD_VERSION}`);
  } else await rebuildMissingStates(db);
  return db;
}
