import type { Kysely } from 'kysely';

/** By how much a device's clock was set between what the server heard of it before and when it sent an entry. */
export async function up(db: Kysely<unknown>): Promise<void> {
  await db.schema.alterTable('entry').addColumn('clock_doubt_ms', 'integer').execute();
}
