import { openJobs } from '../jobs/open';
import { removeHalfBrought } from '../jobs/remove-job';
import { rotateBackups } from './backup';
import { holdFile } from './hold';
import { handleOf, type Db } from './open';

/** The file that `GAUNTLET_DB` names, else `data/gauntlet.db`. */
export const databaseFile = (): string => process.env.GAUNTLET_DB || 'data/gauntlet.db';

let opening: Promise<Db> | undefined;

/** The process's database, opened once and held by it alone. It is shut with the server. */
export function database(): Promise<Db> {
  opening ??= open().catch((error: unknown) => {
    opening = undefined;
    throw error;
  });
  return opening;
}

async function open(): Promise<Db> {
  const file = databaseFile();
  const letGo = holdFile(file);
  try {
    const db = await openJobs(file);
    await removeHalfBrought(db);
    const rest = rotateBackups(db, file);
    process.once('sveltekit:shutdown' as never, () => {
      rest();
      // Nothing is left in the log beside the file, so that a plain copy of it is whole.
      const sqlite = handleOf(db);
      if (sqlite.open) {
        sqlite.pragma('wal_checkpoint(TRUNCATE)');
        sqlite.close();
      }
      letGo();
    });
    return db;
  } catch (error) {
    letGo();
    throw error;
  }
}
