/** Throws the demo's database away, unless a server holds it. */
import BetterSqlite from 'better-sqlite3';
import { existsSync, rmSync } from 'node:fs';

const file = process.env.GAUNTLET_DB;
if (existsSync(file)) {
  const owner = new BetterSqlite(`${file}.owner`, { timeout: 0 });
  try {
    owner.exec('begin exclusive');
  } catch {
    console.error('The demo is running: stop it first.');
    process.exit(1);
  }
  for (const end of ['', '-wal', '-shm']) rmSync(file + end, { force: true });
  owner.close();
}
