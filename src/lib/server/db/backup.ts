import BetterSqlite from 'better-sqlite3';
import { mkdirSync, readdirSync, renameSync, rmSync, statSync } from 'node:fs';
import { basename, dirname, join } from 'node:path';
import { handleOf, type Db } from './open';

/** How often a server backs itself up, and how many copies it keeps: the newest ones, and the last of each day. Our judgement. */
const ROTATION = { hours: 6, newest: 6, days: 14 };
const NAME = /^(.*)-(\d{4}-\d{2}-\d{2})T(\d{6})Z\.db$/;

/** A copy's name: of which database, and when it was made, in UTC. */
const nameAt = (file: string, now: Date) =>
  `${basename(file).replace(/\.db$/, '')}-${now.toISOString().slice(0, 19).replace(/:/g, '')}Z.db`;

/**
 * Copies a database while it is in use, pictures with it, and looks at the copy before it gets its name: half a copy is
 * never taken for one. Returns its path.
 */
export async function backUp(db: Db, file: string, directory: string, now = new Date()): Promise<string> {
  mkdirSync(directory, { recursive: true });
  const target = join(directory, nameAt(file, now));
  const half = `${target}.part`;
  rmSync(half, { force: true });
  await handleOf(db).backup(half);
  const copy = new BetterSqlite(half);
  try {
    // One file by itself: nothing of it lies beside it.
    copy.pragma('journal_mode = DELETE');
    const [found] = copy.pragma('quick_check(1)') as { quick_check: string }[];
    if (found?.quick_check !== 'ok')
      throw new Error(`The copy is damaged (${found?.quick_check}): it is not kept.`);
  } finally {
    copy.close();
  }
  renameSync(half, target);
  return target;
}

/** Names that may go: all but the newest ones and the last of each of the last days. */
export function expired(names: readonly string[], keep = ROTATION): string[] {
  const copies = names
    .filter((n) => NAME.test(n))
    .sort()
    .reverse();
  const lastOfDay = new Map<string, string>();
  for (const n of copies) {
    const day = NAME.exec(n)![2]!;
    if (!lastOfDay.has(day)) lastOfDay.set(day, n);
  }
  const kept = new Set([...copies.slice(0, keep.newest), ...[...lastOfDay.values()].slice(0, keep.days)]);
  return copies.filter((n) => !kept.has(n));
}

/** Where a database's copies lie: `GAUNTLET_BACKUPS`, else `backups` beside it. */
export const backupDirectory = (file: string): string =>
  process.env.GAUNTLET_BACKUPS || join(dirname(file), 'backups');

/** Backs a database up every few hours while it is served (`GAUNTLET_BACKUP_HOURS`, 0 for never). Returns what ends that. */
export function rotateBackups(db: Db, file: string): () => void {
  const hours = Number(process.env.GAUNTLET_BACKUP_HOURS ?? ROTATION.hours);
  if (!(hours > 0) || file === ':memory:') return () => undefined;
  const timer = setInterval(() => void rotate(db, file), hours * 3_600_000);
  timer.unref();
  return () => clearInterval(timer);
}

async function rotate(db: Db, file: string): Promise<void> {
  const directory = backupDirectory(file);
  try {
    await backUp(db, file, directory);
    for (const n of expired(readdirSync(directory))) rmSync(join(directory, n), { force: true });
  } catch (error) {
    console.error(
      `The backup into ${directory} failed: ${error instanceof Error ? error.message : String(error)}`,
    );
  }
}

/** When the newest copy was made, ISO 8601; null where there is none. */
export function newestBackup(file: string): string | null {
  try {
    const directory = backupDirectory(file);
    const newest = readdirSync(directory)
      .filter((n) => NAME.test(n))
      .sort()
      .at(-1);
    return newest ? statSync(join(directory, newest)).mtime.toISOString() : null;
  } catch {
    return null;
  }
}
