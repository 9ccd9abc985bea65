import type { LogEntry } from '$core/model/entry';
import type { Db } from '../db/open';
import { entryFromRow } from './entry-rows';

/** What of a job's log is wanted; what is left out does not narrow it. */
export interface HistoryFilter {
  link?: string | null;
  by?: string | null;
  /** A day in UTC, as 2026-05-04. */
  day?: string | null;
  kind?: string | null;
}

/** Entries of a job that a filter lets through, newest first; at most `limit` where that is given. */
export async function readHistory(
  db: Db,
  job: string,
  filter: HistoryFilter,
  limit?: number,
): Promise<LogEntry[]> {
  let query = db.selectFrom('entry').selectAll().where('job', '=', job);
  if (filter.link) query = query.where('link', '=', filter.link);
  if (filter.by) query = query.where('by', '=', filter.by);
  if (filter.kind) query = query.where('kind', '=', filter.kind);
  if (filter.day) query = query.where('at', '>=', filter.day).where('at', '<', `${filter.day}U`);
  query = query.orderBy('at', 'desc').orderBy('seq', 'desc');
  if (limit) query = query.limit(limit);
  return (await query.execute()).map(entryFromRow);
}
