import { ofLink } from '$core/model/entry';
import type { Kysely } from 'kysely';
import type { Entry } from '$core/model/entry';
import type { Link, Policy } from '$core/model/job';
import { foldLink, type LinkStatus } from '$core/log/state';
import type { Database } from '../db/schema';
import { entriesOf, entryFromRow } from './entry-rows';

const rowOf = (job: string, status: LinkStatus) => ({
  job,
  link: status.link,
  head: status.head.state,
  tail: status.tail.state,
  status: JSON.stringify(status),
});

async function policyOf(db: Kysely<Database>, job: string): Promise<Policy> {
  const row = await db.selectFrom('job').select('policy').where('id', '=', job).executeTakeFirstOrThrow();
  return JSON.parse(row.policy) as Policy;
}

/** Folds one link's log again and keeps the result. */
export async function refreshState(db: Kysely<Database>, job: string, link: string): Promise<LinkStatus> {
  const row = await db
    .selectFrom('link')
    .select('body')
    .where('job', '=', job)
    .where('id', '=', link)
    .executeTakeFirstOrThrow();
  const status = foldLink(
    JSON.parse(row.body) as Link,
    await policyOf(db, job),
    await entriesOf(db, job, link),
  );
  await db.replaceInto('link_state').values(rowOf(job, status)).execute();
  return status;
}

/** Every link's state computed from the log, without a look at what is kept. */
export async function foldJob(db: Kysely<Database>, job: string): Promise<LinkStatus[]> {
  const policy = await policyOf(db, job);
  const links = await db.selectFrom('link').select('body').where('job', '=', job).orderBy('id').execute();
  const entries = new Map<string, Entry[]>();
  for (const row of await db
    .selectFrom('entry')
    .selectAll()
    .where('job', '=', job)
    .orderBy('seq')
    .execute()) {
    const entry = entryFromRow(row);
    if (!ofLink(entry)) continue;
    const list = entries.get(entry.link);
    if (list) list.push(entry);
    else entries.set(entry.link, [entry]);
  }
  return links
    .map((l) => JSON.parse(l.body) as Link)
    .map((l) => foldLink(l, policy, entries.get(l.id) ?? []));
}

/** Throws the kept states of a job away and makes them anew from its log. */
export async function rebuildStates(db: Kysely<Database>, job: string): Promise<number> {
  const states = await foldJob(db, job);
  await db.deleteFrom('link_state').where('job', '=', job).execute();
  await insertStates(db, job, states);
  return states.length;
}

/** Keeps states of links that have none yet. */
export async function insertStates(
  db: Kysely<Database>,
  job: string,
  states: readonly LinkStatus[],
): Promise<void> {
  for (let i = 0; i < states.length; i += 500) {
    const rows = states.slice(i, i + 500).map((s) => rowOf(job, s));
    await db.insertInto('link_state').values(rows).execute();
  }
}

/** The kept states of a job. */
export async function readStates(db: Kysely<Database>, job: string): Promise<LinkStatus[]> {
  const rows = await db
    .selectFrom('link_state')
    .select('status')
    .where('job', '=', job)
    .orderBy('link')
    .execute();
  return rows.map((r) => JSON.parse(r.status) as LinkStatus);
}

/** Links whose kept state differs from a fold of their log; empty when the two agree. */
export async function disagreements(db: Kysely<Database>, job: string): Promise<string[]> {
  const kept = new Map((await readStates(db, job)).map((s) => [s.link, JSON.stringify(s)]));
  return (await foldJob(db, job)).filter((s) => kept.get(s.link) !== JSON.stringify(s)).map((s) => s.link);
}
