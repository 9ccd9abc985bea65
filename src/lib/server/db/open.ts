import BetterSqlite from 'better-sqlite3';
import {
  CompiledQuery,
  Kysely,
  Migrator,
  SqliteDialect,
  SqliteDriver,
  type DatabaseConnection,
} from 'kysely';
import { mkdirSync } from 'node:fs';
import { dirname } from 'node:path';
import * as first from './migrations/2026-11-first';
import * as jobEntries from './migrations/2026-11-tool-entries';
import * as photos from './migrations/2026-11-photos';
import * as retired from './migrations/2026-11-z-retired';
import * as clocks from './migrations/2026-12-clocks-and-revisions';
import * as access from './migrations/2026-12-z-access';
import * as statePlaces from './migrations/2026-12-zz-state-places';
import * as freeEnds from './migrations/2026-12-zzz-free-ends';
import * as shares from './migrations/2026-12-zzzz-shares';
import * as accessEvents from './migrations/2026-12-zzzzz-access-events';
import * as identity from './migrations/2026-12-zzzzzz-identity';
import * as clockDoubt from './migrations/2026-12-zzzzzzz-clock-doubt';
import type { Database } from './schema';

/** The database, ready to use. */
export type Db = Kysely<Database>;

/** A database file that cannot be opened or brought up to date; its message says what to do. */
export class DatabaseUnusable extends Error {
  constructor(file: string, cause: unknown) {
    const why = cause instanceof Error ? cause.message : String(cause);
    super(
      /corrupted migrations/.test(why)
        ? `The database file ${file} was written by a newer version of Gauntlet: start that version.`
        : /locked|busy/i.test(why)
          ? `The database file ${file} is held by another program, perhaps another Gauntlet: end that one and start again.`
          : `The database file ${file} cannot be used (${why}). Keep it, and put the newest backup in its place with bin/restore.`,
    );
  }
}

const MIGRATIONS = {
  '2026-11-first': first,
  '2026-11-photos': photos,
  '2026-11-tool-entries': jobEntries,
  '2026-11-z-retired': retired,
  '2026-12-clocks-and-revisions': clocks,
  '2026-12-z-access': access,
  '2026-12-zz-state-places': statePlaces,
  '2026-12-zzz-free-ends': freeEnds,
  '2026-12-zzzz-shares': shares,
  '2026-12-zzzzz-access-events': accessEvents,
  '2026-12-zzzzzz-identity': identity,
  '2026-12-zzzzzzz-clock-doubt': clockDoubt,
};

/** A transaction that means to write says so at once: it then waits for another process instead of failing in the middle. */
class WritesAtOnce extends SqliteDriver {
  constructor(
    database: ReturnType<typeof preparesOnce>,
    private readonly sqlite: BetterSqlite.Database,
  ) {
    super({ database: database as never });
  }
  override async beginTransaction(connection: DatabaseConnection): Promise<void> {
    await connection.executeQuery(CompiledQuery.raw('begin immediate'));
  }
  /** A full disk has taken a transaction back by itself: to ask for it again would hide what happened. */
  override async rollbackTransaction(connection: DatabaseConnection): Promise<void> {
    if (this.sqlite.inTransaction) await super.rollbackTransaction(connection);
  }
}
class Dialect extends SqliteDialect {
  private readonly database: ReturnType<typeof preparesOnce>;
  constructor(private readonly sqlite: BetterSqlite.Database) {
    const database = preparesOnce(sqlite);
    super({ database: database as never });
    this.database = database;
  }
  override createDriver(): SqliteDriver {
    return new WritesAtOnce(this.database, this.sqlite);
  }
}

/** Statements that are prepared once: preparing costs more than most of them do. */
const MOST_PREPARED = 300;

/** A database whose statements are kept prepared, as long as they are asked for. Rows are read whole, so one can serve all. */
function preparesOnce(sqlite: BetterSqlite.Database): Pick<BetterSqlite.Database, 'prepare' | 'close'> {
  const prepared = new Map<string, BetterSqlite.Statement>();
  return {
    prepare: ((text: string) => {
      let statement = prepared.get(text);
      if (statement) prepared.delete(text);
      else statement = sqlite.prepare(text);
      prepared.set(text, statement);
      if (prepared.size > MOST_PREPARED) prepared.delete(prepared.keys().next().value!);
      return statement;
    }) as BetterSqlite.Database['prepare'],
    close: () => sqlite.close(),
  };
}

const handles = new WeakMap<Db, BetterSqlite.Database>();
/** The driver's own handle of an open database: for what only it can do, such as copying itself while in use. */
export const handleOf = (db: Db): BetterSqlite.Database => handles.get(db)!;

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
    const db = new Kysely<Database>({ dialect: new Dialect(sqlite) });
    handles.set(db, sqlite);
    const migrator = new Migrator({ db, provider: { getMigrations: async () => MIGRATIONS } });
    const { error } = await migrator.migrateToLatest();
    if (error) throw error;
    sqlite.pragma('foreign_keys = ON');
    return db;
  } catch (cause) {
    throw new DatabaseUnusable(file, cause);
  }
}
