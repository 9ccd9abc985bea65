import { sql } from 'kysely';
import type { LogEntry } from '$core/model/entry';
import type { Db } from '../db/open';
import type { ItemKind } from '../db/schema';
import { entryFromRow } from './entry-rows';
import { databaseId } from '../db/identity';
import { FOLD_VERSION } from '$core/log/state';
import { itemSince, lastEntry } from './since';
import { foundElsewhere, readViews } from './views';

/** Logs of up to so many entries go to a device whole, so that it can tell everything of them by itself. Our judgement. */
const MOST_ENTRIES_AT_ONCE = 5000;

/**
 * All that a device needs of a job, as JSON text; `as` lines, the states come after it, a line each, so that a device
 * reads them one by one. Plan and states are kept as JSON and go out as they are, unparsed:
 * on a job of ten thousand links that is most of the work saved. Undefined where there is no such job.
 */
export async function siteJson(
  db: Db,
  job: string,
  as: 'json' | 'lines' = 'json',
): Promise<string | undefined> {
  const row = await db.selectFrom('job').selectAll().where('id', '=', job).executeTakeFirst();
  if (!row) return undefined;
  // Read first: what is kept while the rest is read is told again, never left out.
  const last = await lastEntry(db, job);
  const joined = async (query: ReturnType<typeof sql<{ list: string | null }>>) =>
    `[${(await query.execute(db)).rows[0]?.list ?? ''}]`;
  const items = (kind: ItemKind, order = sql`id`) =>
    joined(
      sql<{ list: string | null }>`select group_concat(body) as list from
        (select body from item where job = ${job} and kind = ${kind} order by ${order})`,
    );
  const plan = [
    `"id":${JSON.stringify(row.id)}`,
    `"name":${JSON.stringify(row.name)}`,
    `"createdAt":${JSON.stringify(row.created_at)}`,
    `"policy":${row.policy}`,
    `"revision":${row.revision}`,
    `"spaces":${await items('space')}`,
    `"panels":${await items('panel', sql`json_extract(body, '$.order'), id`)}`,
    `"outlets":${await items('outlet')}`,
    `"floors":${await items('floor')}`,
    `"batches":${await items('batch')}`,
    `"runs":${await items('run')}`,
    `"parts":${await items('part')}`,
    `"legends":${await items('legend')}`,
    `"crew":${await items('person')}`,
    `"links":${await joined(
      sql<{ list: string | null }>`select group_concat(body) as list from
        (select body from link where job = ${job} order by id)`,
    )}`,
  ];
  const between = as === 'json' ? ',' : '\n';
  const { rows: states } = await sql<{ list: string | null; lines: number }>`
    select group_concat(status, ${between}) as list, count(*) as lines from
      (select status from link_state where job = ${job} order by link)`.execute(db);
  const statuses = states[0]?.list ?? '';
  const rest = {
    seq: last.seq,
    mark: markOf(last, row.revision),
    database: await databaseId(db),
    views: await readViews(db, job),
    foundElsewhere: await foundElsewhere(db, job),
    log: await wholeLog(db, job),
  };
  const end = JSON.stringify(rest).slice(1);
  return as === 'json'
    ? `{"plan":{${plan.join(',')}},"statuses":[${statuses}],${end}`
    : `{"plan":{${plan.join(',')}},"lines":${states[0]?.lines ?? 0},${end}\n${statuses}`;
}

/** Names what a device has of a job: its last entry, the plan it stands on, and what the states are. */
const markOf = (last: { seq: number; id: string }, revision: number): string =>
  [last.seq, last.id, revision, FOLD_VERSION].join('.');

/**
 * What is new of a job since a mark, for a device that has the rest: entries, the states they led to, and the views.
 * Undefined where that cannot be told from the mark: another plan, another database, more than is told at once.
 */
export async function siteSince(db: Db, job: string, mark: string): Promise<object | undefined> {
  const seq = Number(/^\d+/.exec(mark)?.[0] ?? NaN);
  // A job of which nothing was logged has the same mark on every database.
  if (seq === 0) return undefined;
  const row = await db.selectFrom('job').select('revision').where('id', '=', job).executeTakeFirst();
  if (!row || Number.isNaN(seq)) return undefined;
  const known = await lastEntry(db, job, seq);
  if (mark !== markOf(known, row.revision)) return undefined;
  const item = await itemSince(db, job, seq);
  if (!item) return undefined;
  return {
    ...item,
    from: mark,
    mark: markOf({ seq: item.seq, id: item.entries.at(-1)?.id ?? known.id }, row.revision),
    database: await databaseId(db),
    views: await readViews(db, job),
    foundElsewhere: await foundElsewhere(db, job),
  };
}

/** A job's whole log, in the order in which it arrived; null where it is too long to go out at once. */
async function wholeLog(db: Db, job: string): Promise<LogEntry[] | null> {
  const rows = await db
    .selectFrom('entry')
    .selectAll()
    .where('job', '=', job)
    .orderBy('seq')
    .limit(MOST_ENTRIES_AT_ONCE + 1)
    .execute();
  if (rows.length > MOST_ENTRIES_AT_ONCE) return null;
  return rows.map(entryFromRow);
}
