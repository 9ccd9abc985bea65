import { ofLink } from '$core/model/of-link';
import { sql, type Insertable, type Kysely, type Selectable } from 'kysely';
import { type Entry, type LogEntry } from '$core/model/entry';
import { compiledOnce } from '../db/compiled-once';
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
    ...(row.clock_doubt_ms === null ? {} : { clockDoubtMs: row.clock_doubt_ms }),
    ...(row.entered_by === null ? {} : { enteredBy: row.entered_by }),
    data: JSON.parse(row.data),
  }) as LogEntry;

const valuesOf = (e: LogEntry) => [
  e.id,
  e.job,
  ofLink(e) ? e.link : null,
  (ofLink(e) && e.end) || null,
  e.kind,
  e.at,
  e.by,
  e.device ?? null,
  e.written ?? null,
  e.receivedAt ?? null,
  e.clockErrorMs ?? null,
  e.clockDoubtMs ?? null,
  e.enteredBy ?? null,
  JSON.stringify(e.data),
];

/** As `valuesOf` has them. */
const BLANK = { id: null, job: null, link: null, end: null, kind: null, at: null, by: null, device: null, written: null, received_at: null, clock_error_ms: null, clock_doubt_ms: null, entered_by: null, data: null }; // prettier-ignore
const insertRows = compiledOnce(
  (db, n) =>
  db.insertInto('entry').values(Array.from({ length: n }, () => BLANK as unknown as Insertable<Database['entry']>)), // prettier-ignore
);

/** Rows put in by one statement. SQLite takes 32,766 values at once. */
const CHUNK = 500;

/** Appends checked entries, in this order. The number of the last; null where there was none. */
export async function insertEntries(
  db: Kysely<Database>,
  entries: readonly LogEntry[],
): Promise<number | null> {
  let last: number | null = null;
  for (let i = 0; i < entries.length; i += CHUNK) {
    const done = await insertRows(db, entries.slice(i, i + CHUNK).map(valuesOf));
    last = Number(done.insertId);
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
