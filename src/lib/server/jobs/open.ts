import { openDatabase, type Db } from '../db/open';
import { rebuildMissingStates } from './states';

/** Opens a database file with its jobs, their states made anew where an update left them out. */
export async function openJobs(file: string): Promise<Db> {
  const db = await openDatabase(file);
  await rebuildMissingStates(db);
  return db;
}
