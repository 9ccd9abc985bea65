import type { Kysely } from 'kysely';

/** Pictures of terminations; entries name them. */
export async function up(db: Kysely<unknown>): Promise<void> {
  await db.schema
    .createTable('photo')
    .addColumn('id', 'text', (c) => c.primaryKey())
    .addColumn('job', 'text', (c) => c.notNull().references('job.id'))
    .addColumn('type', 'text', (c) => c.notNull())
    .addColumn('width', 'integer', (c) => c.notNull())
    .addColumn('height', 'integer', (c) => c.notNull())
    .addColumn('bytes', 'blob', (c) => c.notNull())
    .execute();
}
