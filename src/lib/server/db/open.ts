import BetterSqlite from 'better-sqlite3';
import { Kysely, Migrator, SqliteDialect } from 'kysely';
import { mkdirSync } from 'node:fs';
import { dirname } from 'node:path';
import * as first from './migrations/2026-11-first';
import * as jobEntries from './migrations/2026-11-tool-entries';
import * as photos from './migrations/2026-11-photos';
import * as retired from './migrations/2026-11-z-retired';
import * as clocks from './migrations/2026-12-clocks-and-revisions';
import type { Database } from './schema';

/** The database, ready to use. */
export type Db = Kysely<Database>;

/** A database file that cannot be opened or brought up to date; its message says what to do. */
export class DatabaseUnusable extends Error {
  constructor(file: string, cause: unknown) {
    const why = cause instanceof Error ? cause.message : String(cause);
    super(
      /corrupted migrations/.test(why)
        ? `The database file ${file} was written by a newer version of Gauntlet: start that version, or set GAUNTLET_DB to another file.`
        : /locked|busy/i.test(why)
          ? `The database file ${file} is held by another program: end that one and start again, or set GAUNTLET_DB to another file.`
          : `The database file ${file} cannot be used (${why}). Put a copy of it that works in its place, or set GAUNTLET_DB to another file.`,
    );
  }
}

const MIGRATIONS = {
  '2026-11-first': first,
  '2026-11-photos': photos,
  '2026-11-tool-entries': jobEntries,
  '2026-11-z-retired': retired,
  '2026-12-clocks-and-revisions': clocks,
};

/** Opens a database file, creating it where there is none, and brings its schema up to date. */
export async function openDatabase(file: string): Promise<Db> {
  try {
    if (file !== ':memory:') mkdirSync(dirname(file), { recursive: true });
    const sqlite = new BetterSqlite(file);
    sqlite.pragma('journal_mode = WAL');
    sqlite.pragma('synchronous = FULL');
    // A table that others refer to can only be replaced while references are not held against it.
    sqlite.pragma('foreign_keys = OFF');
    sqlite.pragma('busy_timeout = 5000');
    const db = new Kysely<Database>({ dialect: new SqliteDialect({ database: sqlite }) });
    const migrator = new Migrator({ db, provider: { getMigrations: async () => MIGRATIONS } });
    const { error } = await migrator.migrateToLatest();
    if (error) throw error;
    sqlite.pragma('foreign_keys = ON');
    return db;
  } catch (cause) {
    throw new DatabaseUnusable(file, cause);
  }
}
