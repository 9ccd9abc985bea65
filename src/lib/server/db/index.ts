import { openJobs } from '../jobs/open';
import type { Db } from './open';

let opening: Promise<Db> | undefined;

/** The process's database, opened once: the file that `GAUNTLET_DB` names, else `data/gauntlet.db`. */
export function database(): Promise<Db> {
  opening ??= openJobs(process.env.GAUNTLET_DB || 'data/gauntlet.db').catch((error: unknown) => {
    opening = undefined;
    throw error;
  });
  return opening;
}
