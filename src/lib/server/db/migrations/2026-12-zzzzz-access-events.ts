import { sql, type Kysely } from 'kysely';

/** Who came in, was refused or was put out, and when. */
export async function up(db: Kysely<unknown>): Promise<void> {
  await sql`create table access_event (
    seq integer primary key autoincrement, at text not null, what text not null,
    person text, device text, address text, "by" text
  )`.execute(db);
}
