import { sql, type Kysely } from 'kysely';

/** Entries about the job's tools name no link: the column may be empty. SQLite wants a new table for that. */
export async function up(db: Kysely<unknown>): Promise<void> {
  await db.schema
    .createTable('entry_anew')
    .addColumn('seq', 'integer', (c) => c.primaryKey().autoIncrement())
    .addColumn('id', 'text', (c) => c.notNull().unique())
    .addColumn('job', 'text', (c) => c.notNull().references('job.id'))
    .addColumn('link', 'text')
    .addColumn('end', 'text')
    .addColumn('kind', 'text', (c) => c.notNull())
    .addColumn('at', 'text', (c) => c.notNull())
    .addColumn('by', 'text', (c) => c.notNull())
    .addColumn('data', 'text', (c) => c.notNull())
    .addForeignKeyConstraint('entry_link', ['job', 'link'], 'link', ['job', 'id'])
    .execute();
  await sql`insert into entry_anew select * from entry`.execute(db);
  await sql`drop trigger entry_no_change`.execute(db);
  await sql`drop trigger entry_no_removal`.execute(db);
  await db.schema.dropTable('entry').execute();
  await db.schema.alterTable('entry_anew').renameTo('entry').execute();
  await db.schema.createIndex('entry_of_link').on('entry').columns(['job', 'link', 'at']).execute();
  await db.schema.createIndex('entry_of_job').on('entry').columns(['job']).execute();
  await db.schema.createIndex('entry_of_kind').on('entry').columns(['job', 'kind']).execute();
  for (const [name, when] of [
    ['entry_no_change', 'update'],
    ['entry_no_removal', 'delete'],
  ])
    await sql
      .raw(
        `create trigger ${name} before ${when} on entry begin select raise(abort, 'the log is append-only'); end`,
      )
      .execute(db);
}
