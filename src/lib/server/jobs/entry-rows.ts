import { ofLink } from '$core/model/of-link';
import { sql, type Insertable, type Kysely, type Selectable } from 'kysely';
import { type Entry, type LogEntry } from '$core/model/entry';
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
    ...(row.device === null ? {} : { device: row.device }),
    ...(row.written === null ? {} : { written: row.written }),
    ...(row.received_at === null ? {} : { receivedAt: row.received_at }),
    ...(row.clock_error_ms === null ? {} : { clockErrorMs: row.clock_error_ms }),
    ...(row.entered_by === null ? {} : { enteredBy: row.entered_by }),
    data: JSON.parse(row.data),
  }) as LogEntry;

const rowOf = (e: LogEntry): Insertable<Database['entry']> => ({
  id: e.id,
  job: e.job,
  link: ofLink(e) ? e.link : null,
  end: (ofLink(e) && e.end) || null,
  kind: e.kind,
  at: e.at,
  by: e.by,
  device: e.device ?? null,
  written: e.written ?? null,
  received_at: e.receivedAt ?? null,
  clock_error_ms: e.clockErrorMs ?? null,
  entered_by: e.enteredBy ?? null,
  data: JSON.stringify(e.data),
});

/** Rows put in by one statement. SQLite takes 32,766 values at once. */
const CHUNK = 500;

/** Appends checked entries, in this order. The number of the last; null where there was none. */
export async function insertEntries(
  db: Kysely<Database>,
  entries: readonly LogEntry[],
): Promise<number | null> {
  let last: number | null = null;
  for (let i = 0; i < entries.length; i += CHUNK) {
    const [done] = await db
      .insertInto('entry')
      .values(entries.slice(i, i + CHUNK).map(rowOf))
      .execute();
    last = Number(done!.insertId);
  }
  return last;
}

/** The log of some links, each in the order in which it arrived. */
export async function entriesOfLinks(
  db: Kysely<Database>,
  job: string,
  links: readonly string[],
): Promise<Map<string, Entry[]>> {
  const out = new Map<string, Entry[]>(links.map((l) => [l, []]));
  for (let i = 0; i < links.length; i += CHUNK) {
    const rows = await db
      .selectFrom('entry')
      .selectAll()
      .where('job', '=', job)
      .where('link', 'in', links.slice(i, i + CHUNK))
      .orderBy('seq')
      .execute();
    for (const e of rows.map(entryFromRow)) if (ofLink(e)) out.get(e.link)!.push(e);
  }
  return out;
}

/** The log of one link, in the order in which it arrived. */
export const entriesOf = async (db: Kysely<Database>, job: string, link: string): Promise<Entry[]> =>
  (await entriesOfLinks(db, job, [link])).get(link)!;

/** Entries of some kinds of a job, with everything that takes something back, in the order in which they arrived. */
export async function entriesOfKinds(
  db: Kysely<Database>,
  job: string,
  kinds: readonly LogEntry['kind'][],
): Promise<LogEntry[]> {
  const rows = await db
    .selectFrom('entry')
    .selectAll()
    .where('job', '=', job)
    .where('kind', 'in', [...kinds, 'void'])
    // With the plain `seq` SQLite reads the whole log in its order, to spare sorting these few.
    .orderBy(sql`+seq`)
    .execute();
  return rows.map(entryFromRow);
}

/** Every entry of a job, as it came in. */
export const entriesOfJob = async (db: Kysely<Database>, job: string): Promise<LogEntry[]> =>
  (await db.selectFrom('entry').selectAll().where('job', '=', job).orderBy('seq').execute()).map(
    entryFromRow,
  );
