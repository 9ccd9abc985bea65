import { sql, type Kysely } from 'kysely';

/** Addresses under which a client sees one job, by the hash of their secret. */
export async function up(db: Kysely<unknown>): Promise<void> {
  await sql`create table share (
    hash text primary key, id text not null unique, job text not null references job (id), name text not null,
    created_at text not null, expires_at text not null, taken_back_at text
  )`.execute(db);
  await sql`create index share_of_job on share (job)`.execute(db);
}
