import { sql, type Kysely } from 'kysely';

/** An entry knows its device and when the server had it; a plan knows how often it was changed. */
export async function up(db: Kysely<unknown>): Promise<void> {
  await db.schema.alterTable('entry').addColumn('device', 'text').execute();
  await db.schema.alterTable('entry').addColumn('written', 'integer').execute();
  await db.schema.alterTable('entry').addColumn('received_at', 'text').execute();
  await db.schema.alterTable('entry').addColumn('clock_error_ms', 'integer').execute();
  // Work that names a tool or a lot is the smaller part of a long log, and counted at every opening.
  await sql`create index entry_with_parts on entry (job) where instr(data, '"parts":') > 0`.execute(db);
  await db.schema
    .alterTable('job')
    .addColumn('revision', 'integer', (c) => c.notNull().defaultTo(0))
    .execute();
  await db.schema.alterTable('link_state').dropColumn('head').execute();
  await db.schema.alterTable('link_state').dropColumn('tail').execute();
  // States are a cache of the fold, and what a fold knows has changed: they are made anew.
  await db.deleteFrom('link_state' as never).execute();
}
