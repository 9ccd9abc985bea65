import { ofLink } from '$core/model/of-link';
import type { Kysely } from 'kysely';
import type { Db } from '../db/open';
import type { Database } from '../db/schema';
import { entryFromRow } from './entry-rows';
import type { FeedItem } from './feed';
import { readStates } from './states';

/** Most entries that are told at once; a device that missed more is told to load anew. */
const MOST_ENTRIES = 500;

/** The last entry of a job's log, or of what it was up to a number. */
export async function lastEntry(
  db: Kysely<Database>,
  job: string,
  upTo = Number.MAX_SAFE_INTEGER,
): Promise<Place> {
  const row = await db
    .selectFrom('entry')
    .select(['seq', 'id'])
    .where('job', '=', job)
    .where('seq', '<=', upTo)
    .orderBy('seq', 'desc')
    .limit(1)
    .executeTakeFirst();
  return row ?? { seq: 0, id: '' };
}

/** The number of a job's last entry. */
export const lastSeq = async (db: Kysely<Database>, job: string): Promise<number> =>
  (await lastEntry(db, job)).seq;

/** An entry as a device names it that it knows last: its number and its id. */
export type Place = { seq: number; id: string };

/** Whether an entry that a device knows last is in the log: a log that was put back from a backup may be shorter, or another. */
export async function isOfLog(db: Db, job: string, { seq, id }: Place): Promise<boolean> {
  const there = await lastEntry(db, job, seq);
  return there.seq === seq && there.id === id;
}

/** What was kept after an entry; null where it is more than is told at once. */
export async function itemSince(db: Db, job: string, seq: number): Promise<FeedItem | null> {
  const rows = await db
    .selectFrom('entry')
    .selectAll()
    .where('job', '=', job)
    .where('seq', '>', seq)
    .orderBy('seq')
    .limit(MOST_ENTRIES + 1)
    .execute();
  if (rows.length > MOST_ENTRIES) return null;
  const entries = rows.map(entryFromRow);
  const links = [...new Set(entries.filter(ofLink).map((e) => e.link))];
  const row = await db.selectFrom('job').select('revision').where('id', '=', job).executeTakeFirst();
  return {
    seq: rows.at(-1)?.seq ?? seq,
    entries,
    states: links.length ? await readStates(db, job, links) : [],
    revision: row?.revision ?? 0,
  };
}
