import type { EntryOf, JobEntryOf } from '$core/model/entry';
import type { Db } from '../db/open';
import { entryFromRow } from './entry-rows';

/** How many of the last readings a device is given, to see patterns over them. */
const LAST_READINGS = 60;

/** The last readings of a job that were not taken back, oldest first. */
export async function readRecentReadings(db: Db, job: string): Promise<EntryOf<'reading'>[]> {
  const rows = await db
    .selectFrom('entry')
    .selectAll()
    .where('job', '=', job)
    .where('kind', '=', 'reading')
    .orderBy('seq', 'desc')
    .limit(LAST_READINGS)
    .execute();
  if (!rows.length) return [];
  const voids = await db
    .selectFrom('entry')
    .selectAll()
    .where('job', '=', job)
    .where('kind', '=', 'void')
    .where('seq', '>', rows.at(-1)!.seq)
    .execute();
  const voided = new Set(voids.map(entryFromRow).flatMap((e) => (e.kind === 'void' ? [e.data.entry] : [])));
  return rows
    .map(entryFromRow)
    .filter((e): e is EntryOf<'reading'> => e.kind === 'reading' && !voided.has(e.id))
    .reverse();
}

/** Every proof of test leads on a job that was not taken back, oldest first. */
export async function readLeadProofs(db: Db, job: string): Promise<JobEntryOf<'leads-proved'>[]> {
  const rows = await db
    .selectFrom('entry')
    .selectAll()
    .where('job', '=', job)
    .where('link', 'is', null)
    .where('kind', 'in', ['leads-proved', 'void'])
    .orderBy('seq')
    .execute();
  const entries = rows.map(entryFromRow);
  const voided = new Set(entries.flatMap((e) => (e.kind === 'void' ? [e.data.entry] : [])));
  return entries.filter(
    (e): e is JobEntryOf<'leads-proved'> => e.kind === 'leads-proved' && !voided.has(e.id),
  );
}
