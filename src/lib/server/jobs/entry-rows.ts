import type { Kysely } from 'kysely';
import type { Entry } from '$core/formats/entry';
import type { Database } from '../db/schema';

type Row = {
  id: string;
  job: string;
  link: string;
  end: string | null;
  kind: string;
  at: string;
  by: string;
  data: string;
};

/** An entry as the log holds it. */
export const entryFromRow = (row: Row): Entry =>
  ({
    id: row.id,
    job: row.job,
    link: row.link,
    ...(row.end ? { end: row.end } : {}),
    kind: row.kind,
    at: row.at,
    by: row.by,
    data: JSON.parse(row.data),
  }) as Entry;

/** Appends one checked entry. */
export const insertEntry = (db: Kysely<Database>, e: Entry) =>
  db
    .insertInto('entry')
    .values({
      id: e.id,
      job: e.job,
      link: e.link,
      end: e.end ?? null,
      kind: e.kind,
      at: e.at,
      by: e.by,
      data: JSON.stringify(e.data),
    })
    .execute();

/** The log of one link, in the order in which it arrived. */
export async function entriesOf(db: Kysely<Database>, job: string, link: string): Promise<Entry[]> {
  const rows = await db
    .selectFrom('entry')
    .selectAll()
    .where('job', '=', job)
    .where('link', '=', link)
    .orderBy('seq')
    .execute();
  return rows.map(entryFromRow);
}
