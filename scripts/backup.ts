/** Backs the database up while it is in use, and holds the copy against its own log: `bin/backup [DIRECTORY]`. */
import { existsSync } from 'node:fs';
import { backupDirectory, backUp } from '../src/lib/server/db/backup';
import { openDatabase } from '../src/lib/server/db/open';
import { verified } from './backup/verified';

const file = process.env.GAUNTLET_DB || 'data/gauntlet.db';
if (!existsSync(file)) {
  console.error(`There is no database ${file}: set GAUNTLET_DB to the one that is served.`);
  process.exit(1);
}
const db = await openDatabase(file);
const copy = await backUp(db, file, process.argv[2] ?? backupDirectory(file));
await db.destroy();
const found = await verified(copy);
if (!found.ok) {
  console.error(`${copy}: ${found.message}`);
  process.exit(1);
}
console.log(`${copy}: ${found.message}`);
