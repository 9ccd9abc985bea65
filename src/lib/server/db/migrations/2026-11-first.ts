import { sql, type Kysely } from 'kysely';

/** Jobs, their log, and the cache of its fold. */
export async function up(db: Kysely<unknown>): Promise<void> {
  await db.schema
    .createTable('job')
    .addColumn('id', 'text', (c) => c.primaryKey())
    .addColumn('name', 'text', (c) => c.notNull())
    .addColumn('created_at', 'text', (c) => c.notNull())
    .addColumn('policy', 'text', (c) => c.notNull())
    .execute();
  await db.schema
    .createTable('item')
    .addColumn('job', 'text', (c) => c.notNull().references('job.id'))
    .addColumn('kind', 'text', (c) => c.notNull())
    .addColumn('id', 'text', (c) => c.notNull())
    .addColumn('body', 'text', (c) => c.notNull())
    .addPrimaryKeyConstraint('item_key', ['job', 'kind', 'id'])
    .execute();
  await db.schema
    .createTable('link')
    .addColumn('job', 'text', (c) => c.notNull().references('job.id'))
    .addColumn('id', 'text', (c) => c.notNull())
    .addColumn('label', 'text', (c) => c.notNull())
    .addColumn('panel', 'text', (c) => c.notNull())
    .addColumn('port', 'integer', (c) => c.notNull())
    .addColumn('body', 'text', (c) => c.notNull())
    .addPrimaryKeyConstraint('link_key', ['job', 'id'])
    .addUniqueConstraint('link_port', ['job', 'panel', 'port'])
    .execute();
  await db.schema
    .createTable('entry')
    .addColumn('seq', 'integer', (c) => c.primaryKey().autoIncrement())
    .addColumn('id', 'text', (c) => c.notNull().unique())
    .addColumn('job', 'text', (c) => c.notNull())
    .addColumn('link', 'text', (c) => c.notNull())
    .addColumn('end', 'text')
    .addColumn('kind', 'text', (c) => c.notNull())
    .addColumn('at', 'text', (c) => c.notNull())
    .addColumn('by', 'text', (c) => c.notNull())
    .addColumn('data', 'text', (c) => c.notNull())
    .addForeignKeyConstraint('entry_link', ['job', 'link'], 'link', ['job', 'id'])
    .execute();
  await db.schema.createIndex('entry_of_link').on('entry').columns(['job', 'link', 'at']).execute();
  await sql`create trigger entry_no_change before update on entry begin select raise(abort, 'the log is append-only'); end`.execute(
    db,
  );
  await sql`create trigger entry_no_removal before delete on entry begin select raise(abort, 'the log is append-only'); end`.execute(
    db,
  );
  await db.schema
    .createTable('link_state')
    .addColumn('job', 'text', (c) => c.notNull())
    .addColumn('link', 'text', (c) => c.notNull())
    .addColumn('head', 'text', (c) => c.notNull())
    .addColumn('tail', 'text', (c) => c.notNull())
    .addColumn('status', 'text', (c) => c.notNull())
    .addPrimaryKeyConstraint('link_state_key', ['job', 'link'])
    .addForeignKeyConstraint('link_state_link', ['job', 'link'], 'link', ['job', 'id'])
    .execute();
}
