import { sql, type Kysely } from 'kysely';

/** A retired link leaves its port to another: only links in use hold one. SQLite wants a new table to lose the old rule. */
export async function up(db: Kysely<unknown>): Promise<void> {
  await db.schema
    .createTable('link_anew')
    .addColumn('job', 'text', (c) => c.notNull().references('job.id'))
    .addColumn('id', 'text', (c) => c.notNull())
    .addColumn('label', 'text', (c) => c.notNull())
    .addColumn('panel', 'text', (c) => c.notNull())
    .addColumn('port', 'integer', (c) => c.notNull())
    .addColumn('retired', 'integer', (c) => c.notNull().defaultTo(0))
    .addColumn('body', 'text', (c) => c.notNull())
    .addPrimaryKeyConstraint('link_key', ['job', 'id'])
    .execute();
  await sql`insert into link_anew select job, id, label, panel, port, 0, body from link`.execute(db);
  await db.schema.dropTable('link').execute();
  await db.schema.alterTable('link_anew').renameTo('link').execute();
  await sql`create unique index link_port on link (job, panel, port) where retired = 0`.execute(db);
}
