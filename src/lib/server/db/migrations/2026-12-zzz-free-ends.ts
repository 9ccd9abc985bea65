import { sql, type Kysely } from 'kysely';

/** An end may hang on no panel, a cord's on nothing: who holds which port is held by the rules of the plan alone. */
export async function up(db: Kysely<unknown>): Promise<void> {
  await db.schema.dropIndex('link_port').execute();
  await sql`alter table link drop column panel`.execute(db);
  await sql`alter table link drop column port`.execute(db);
}
