import { historyOf, TOLD_BY, type HistoryFilter, type Told } from '$core/log/history';
import type { Link } from '$core/model/job';
import type { Db } from '../db/open';
import { entriesOfKinds, entryFromRow } from './entry-rows';

/** Entries of a job that a filter lets through, newest first; at most `limit` where that is given. */
export async function readHistory(
  db: Db,
  job: string,
  filter: HistoryFilter,
  limit?: number,
): Promise<Told[]> {
  const row = filter.link
    ? await db
        .selectFrom('link')
        .select('body')
        .where('job', '=', job)
        .where('id', '=', filter.link)
        .executeTakeFirst()
    : undefined;
  const link = row && (JSON.parse(row.body) as Link);
  // The database narrows by what it has columns for; what counts, and in which order, the core says.
  let query = db.selectFrom('entry').selectAll().where('job', '=', job);
  if (filter.link)
    query = query.where((eb) => eb.or([eb('link', '=', filter.link!), eb('kind', '=', 'planned')]));
  if (filter.by) query = query.where('by', '=', filter.by);
  if (filter.kind) query = query.where('kind', '=', filter.kind);
  query = query.orderBy('at', 'desc').orderBy('seq', 'desc');
  // Changes of plan that did not touch the link fall out below: some more are read than are asked for.
  if (limit) query = query.limit(limit * 2);
  const entries = (await query.execute()).map(entryFromRow);
  const wanted = new Set(entries.map((e) => e.id));
  const beside = await entriesOfKinds(db, job, TOLD_BY);
  const shown = historyOf([...entries, ...beside], filter, () => link).filter((r) => wanted.has(r.entry.id));
  return limit ? shown.slice(0, limit) : shown;
}
