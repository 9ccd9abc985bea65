import { randomUUID } from 'node:crypto';
import { sql, type Kysely } from 'kysely';

/** Which database this is, in its copies too; and ids of jobs that were deleted, which none may have again. */
export async function up(db: Kysely<unknown>): Promise<void> {
  await sql`create table identity (id text primary key)`.execute(db);
  await sql`insert into identity (id) values (${randomUUID()})`.execute(db);
  await sql`create table former_job (id text primary key)`.execute(db);
}
