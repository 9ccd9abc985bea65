import { ofLink } from '$core/model/entry';
import type { Kysely, Selectable } from 'kysely';
import type { Entry, LogEntry } from '$core/model/entry';
import type { Database } from '../db/schema';

type Row = Omit<Selectable<Database['entry']>, 'seq'>;

/** An entry as the log holds it. */
export const entryFromRow = (row: Row): LogEntry =>
  ({
    id: row.id,
    job: row.job,
    ...(row.link ? { link: row.link } : {}),
    ...(row.end ? { end: row.end } : {}),
    kind: row.kind,
    at: row.at,
    by: row.by,
    data: JSON.parse(row.data),
  }) as LogEntry;

/** Appends one checked entry. */
export const insertEntry = (db: Kysely<Database>, e: LogEntry) =>
  db
    .insertInto('entry')
    .values({
      id: e.id,
      job: e.job,
      link: ofLink(e) ? e.link : null,
      end: (ofLink(e) && e.end) || null,
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
  return rows.map(entryFromRow).filter(ofLink);
}
