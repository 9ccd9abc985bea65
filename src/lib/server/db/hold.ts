import BetterSqlite from 'better-sqlite3';
import { mkdirSync, statSync } from 'node:fs';
import { dirname } from 'node:path';
import { DatabaseUnusable } from './open';

/** Reloaded code of one process holds what it held before. */
const held = ((globalThis as { gauntletHeld?: Map<string, { letGo: () => void; inode: number | null }> }).gauntletHeld ??= new Map()); // prettier-ignore

const inodeOf = (file: string): number | null => {
  try {
    return statSync(file).ino;
  } catch {
    return null;
  }
};

/**
 * Holds a database file for this process alone, by a lock that the system lets go of when the process dies, however it
 * dies. Returns what lets go of it. Throws `DatabaseUnusable` where another process holds it.
 */
export function holdFile(file: string): () => void {
  if (file === ':memory:' || held.has(file)) return () => undefined;
  mkdirSync(dirname(file), { recursive: true });
  const owner = new BetterSqlite(`${file}.owner`, { timeout: 0 });
  try {
    owner.exec('begin exclusive');
  } catch (error) {
    owner.close();
    throw new DatabaseUnusable(file, error);
  }
  const letGo = () => {
    held.delete(file);
    if (owner.open) owner.close();
  };
  held.set(file, { letGo, inode: null });
  return letGo;
}

/** Whether the file that was opened still lies where it was: one that was deleted or replaced takes nothing more. */
export function stillThere(file: string): boolean {
  const mine = held.get(file);
  if (!mine) return true;
  const now = inodeOf(file);
  mine.inode ??= now;
  return now !== null && now === mine.inode;
}
