import { historyCsv } from '$core/formats/history-csv';
import { resolve } from '$core/log/effective';
import { historyOf, type HistoryFilter } from '$core/log/history';
import { teller, type Told } from '$core/log/told';
import type { LogEntry } from '$core/model/entry';
import type { JobPlan } from '$core/model/job';
import { ofLink } from '$core/model/of-link';
import type { Db } from '../db/open';
import { noSuchJob } from '../refused';
import { entriesOfKinds, entriesOfLinks, entryFromRow } from './entry-rows';
import { readPlan } from './job-file';

async function planOf(db: Db, job: string): Promise<JobPlan> {
  const plan = await readPlan(db, job);
  if (!plan) throw noSuchJob(job);
  return plan;
}

/** Entries of a job that a filter lets through, newest first, each with what it came to; at most `limit` where that is given. */
async function told(db: Db, plan: JobPlan, filter: HistoryFilter, limit?: number): Promise<Told[]> {
  const links = new Map(plan.links.map((l) => [l.id, l]));
  // The database narrows by what it has columns for; what counts, and in which order, the core says.
  let query = db.selectFrom('entry').selectAll().where('job', '=', plan.id);
  if (filter.link)
    query = query.where((eb) => eb.or([eb('link', '=', filter.link!), eb('kind', '=', 'planned')]));
  if (filter.by) query = query.where('by', '=', filter.by);
  if (filter.kind) query = query.where('kind', '=', filter.kind);
  query = query.orderBy('at', 'desc').orderBy('seq', 'desc');
  // Changes of plan that did not touch the link fall out below: some more are read than are asked for.
  if (limit) query = query.limit(limit * 2);
  const entries = (await query.execute()).map(entryFromRow);
  const wanted = new Set(entries.map((e) => e.id));
  // A reading is told by all that its link's log had before it, and what counts by all that was taken back.
  const whole = !limit && !filter.link && !filter.by && !filter.kind;
  const log = resolve(whole ? entries : [...entries, ...(await whatTheyRestOn(db, plan.id, entries))]);
  const shown = historyOf(log, filter, (id) => links.get(id)).filter((r) => wanted.has(r.entry.id));
  return (limit ? shown.slice(0, limit) : shown).map(teller(log, (id) => links.get(id), plan));
}

/** The logs of the links that entries are about, and everything of the job that takes something back. */
async function whatTheyRestOn(db: Db, job: string, entries: readonly LogEntry[]): Promise<LogEntry[]> {
  const links = new Set(entries.flatMap((e) => (ofLink(e) ? [e.link] : [])));
  const logs = await entriesOfLinks(db, job, [...links]);
  return [...(await entriesOfKinds(db, job, [])), ...[...logs.values()].flat()];
}

/** Entries of a job that a filter lets through, newest first; at most `limit` where that is given. */
export const readHistory = async (
  db: Db,
  job: string,
  filter: HistoryFilter,
  limit?: number,
): Promise<Told[]> => told(db, await planOf(db, job), filter, limit);

/** The same as a file, all of them, the oldest first. */
export async function historyFile(db: Db, job: string, filter: HistoryFilter): Promise<string> {
  const plan = await planOf(db, job);
  const entries = await told(db, plan, filter);
  const links = new Map(plan.links.map((l) => [l.id, l]));
  const people = new Map(plan.crew.map((p) => [p.id, p.name]));
  return historyCsv(
    entries.reverse(),
    (id) => links.get(id),
    (id) => people.get(id) ?? id,
    plan,
  );
}
