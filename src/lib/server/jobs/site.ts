import { promisify } from 'node:util';
import { constants, deflateRaw } from 'node:zlib';
import { sql } from 'kysely';
import { packStates } from '$core/log/link-states';
import type { LogEntry } from '$core/model/entry';
import type { Db } from '../db/open';
import type { ItemKind } from '../db/schema';
import { entriesOfJob } from './entry-rows';
import { databaseId } from '../db/identity';
import { FOLD_VERSION } from '$core/log/state';
import { itemSince, lastEntry } from './since';
import { foundElsewhere, readViews } from './views';

/** Logs of up to so many entries go to a device whole, so that it can tell everything of them by itself. Our judgement. */
const MOST_ENTRIES_AT_ONCE = 5000;

/**
 * All that a device needs of a job, as JSON text. Plan and states are kept as JSON and go out as they are, unparsed:
 * on a job of ten thousand links that is most of the work saved. Undefined where there is no such job.
 */
export async function siteJson(db: Db, job: string): Promise<string | undefined> {
  const site = await readSite(db, job);
  return site && `{"plan":${site.plan},"statuses":[${site.states.join(',')}],${site.rest}`;
}

const deflate = promisify(deflateRaw);

/**
 * The same with its states packed: a line of JSON, and after its end the packs. Of a large job that is a third of the bytes
 * to be taken in, and a device reads of the states what somebody looks at.
 */
export async function sitePacked(db: Db, job: string): Promise<Buffer | undefined> {
  const site = await readSite(db, job);
  if (!site) return undefined;
  const { head, packs } = await packStates(site.states, (text) =>
    deflate(text, { level: constants.Z_BEST_SPEED }),
  );
  const line = `{"plan":${site.plan},"packed":${JSON.stringify(head)},${site.rest}\n`;
  return Buffer.concat([Buffer.from(line), ...packs]);
}

/** Names all that `sitePacked` hands over as it is now: where this is the same, so is that. Null where there is no such job. */
export async function siteState(db: Db, job: string): Promise<string | null> {
  const row = await db.selectFrom('job').selectAll().where('id', '=', job).executeTakeFirst();
  if (!row) return null;
  const mark = markOf(await lastEntry(db, job), row.revision);
  return JSON.stringify([mark, row, await databaseId(db), await foundElsewhere(db, job)]);
}

/** What a device needs of a job: its plan and the rest as JSON, the states as they are stored. */
async function readSite(
  db: Db,
  job: string,
): Promise<{ plan: string; states: string[]; rest: string } | undefined> {
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
  // In the order in which they came to be, most of those of a panel lie together. Stored JSON has no line breaks.
  const { rows } = await sql<{ list: string | null }>`
    select group_concat(status, char(10)) as list from
      (select status from link_state where job = ${job} order by rowid)`.execute(db);
  const states = rows[0]?.list?.split('\n') ?? [];
  const rest = {
    seq: last.seq,
    mark: markOf(last, row.revision),
    database: await databaseId(db),
    views: await readViews(db, job),
    foundElsewhere: await foundElsewhere(db, job),
    log: await wholeLog(db, job),
  };
  return { plan: `{${plan.join(',')}}`, states, rest: JSON.stringify(rest).slice(1) };
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
  const { rows } = await sql<{ n: number }>`
    select count(*) as n from (select 1 from entry where job = ${job} limit ${MOST_ENTRIES_AT_ONCE + 1})`.execute(
    db,
  );
  return rows[0]!.n > MOST_ENTRIES_AT_ONCE ? null : entriesOfJob(db, job);
}
