import { sql, type Kysely } from 'kysely';

/** Where the log of a kept state stands. States are a cache: those of before are made anew at the start. */
export async function up(db: Kysely<unknown>): Promise<void> {
  await db.deleteFrom('link_state' as never).execute();
  await sql`alter table link_state add column place text not null default '{"ms":0,"written":{},"awaited":[]}'`.execute(
    db,
  );
}
