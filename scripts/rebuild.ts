/** Throws away the kept states of every job and makes them anew from the log: `npm run rebuild`. */
import { openDatabase } from '../src/lib/server/db/open';
import { disagreements, rebuildStates } from '../src/lib/server/jobs/states';

const db = await openDatabase(process.env.GAUNTLET_DB || 'data/gauntlet.db');
for (const { id } of await db.selectFrom('job').select('id').execute()) {
  const wrong = await disagreements(db, id);
  const links = await rebuildStates(db, id);
  console.log(
    `${id}: ${links} links rebuilt, ${wrong.length} had differed${wrong.length ? ` (${wrong.slice(0, 10).join(', ')})` : ''}`,
  );
}
await db.destroy();
