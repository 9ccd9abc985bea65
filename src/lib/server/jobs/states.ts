import { ofLink } from '$core/model/of-link';
import type { Kysely } from 'kysely';
import { foldLink, type LinkStatus } from '$core/log/state';
import { type Entry } from '$core/model/entry';
import type { Link, Part, Policy } from '$core/model/job';
import type { Database } from '../db/schema';
import { entriesOfLinks, entryFromRow } from './entry-rows';

/** What a job's entries are held and judged by, read once for a batch. */
export interface JobTerms {
  policy: Policy;
  parts: readonly Part[];
  /** Names of everybody who is or was on the crew, by their id: what somebody did before they left stays theirs. */
  people: ReadonlyMap<string, string>;
  revision: number;
  /** Links asked for so far. */
  links: ReadonlyMap<string, Link>;
  loadLinks: (db: Kysely<Database>, ids: readonly string[]) => Promise<void>;
}

const CHUNK = 500;

/** Reads a job's terms; undefined where there is no such job. */
export async function readTerms(db: Kysely<Database>, job: string): Promise<JobTerms | undefined> {
  const row = await db
    .selectFrom('job')
    .select(['policy', 'revision'])
    .where('id', '=', job)
    .executeTakeFirst();
  if (!row) return undefined;
  const items = await db
    .selectFrom('item')
    .select(['kind', 'id', 'body'])
    .where('job', '=', job)
    .where('kind', 'in', ['part', 'person'])
    .orderBy('id')
    .execute();
  const links = new Map<string, Link>();
  return {
    policy: JSON.parse(row.policy) as Policy,
    parts: items.filter((i) => i.kind === 'part').map((i) => JSON.parse(i.body) as Part),
    people: new Map(
      items
        .filter((i) => i.kind === 'person')
        .map((i) => [i.id, (JSON.parse(i.body) as { name: string }).name]),
    ),
    revision: row.revision,
    links,
    // Whoever asks reads by their own transaction: the one this was made in is over by then.
    loadLinks: async (db, ids) => {
      const wanted = [...new Set(ids)].filter((id) => !links.has(id));
      for (let i = 0; i < wanted.length; i += CHUNK) {
        const rows = await db
          .selectFrom('link')
          .select(['id', 'body'])
          .where('job', '=', job)
          .where('id', 'in', wanted.slice(i, i + CHUNK))
          .execute();
        for (const r of rows) links.set(r.id, JSON.parse(r.body) as Link);
      }
    },
  };
}

const known = new WeakMap<Kysely<Database>, Map<string, JobTerms>>();
/** Jobs whose terms are kept in memory: more than a server has at work at once. */
const MOST_KNOWN = 50;

/**
 * A job's terms as they were read before, as long as its plan is of the same revision: crew and links are not read anew
 * for every entry. `db` is whose memory it is, `trx` reads.
 */
export async function termsOf(
  db: Kysely<Database>,
  trx: Kysely<Database>,
  job: string,
): Promise<JobTerms | undefined> {
  let jobs = known.get(db);
  if (!jobs) known.set(db, (jobs = new Map()));
  const before = jobs.get(job);
  if (before) {
    const now = await trx.selectFrom('job').select('revision').where('id', '=', job).executeTakeFirst();
    if (now?.revision === before.revision) return before;
    jobs.delete(job);
  }
  const terms = await readTerms(trx, job);
  if (!terms) return undefined;
  if (jobs.size >= MOST_KNOWN) jobs.clear();
  jobs.set(job, terms);
  return terms;
}

const rowOf = (job: string, status: LinkStatus) => ({
  job,
  link: status.link,
  status: JSON.stringify(status),
});

async function keepStates(db: Kysely<Database>, job: string, states: readonly LinkStatus[]): Promise<void> {
  for (let i = 0; i < states.length; i += CHUNK)
    await db
      .insertInto('link_state')
      .values(states.slice(i, i + CHUNK).map((s) => rowOf(job, s)))
      .onConflict((c) =>
        c.columns(['job', 'link']).doUpdateSet((eb) => ({ status: eb.ref('excluded.status') })),
      )
      .execute();
}

/** Folds the logs of links that got these entries and keeps the results. */
export async function refreshStates(
  db: Kysely<Database>,
  job: string,
  terms: JobTerms,
  entries: readonly Pick<Entry, 'link'>[],
): Promise<LinkStatus[]> {
  const ids = [...new Set(entries.map((e) => e.link))];
  await terms.loadLinks(db, ids);
  const logs = await entriesOfLinks(db, job, ids);
  const states = ids.map((id) => foldLink(terms.links.get(id)!, terms, logs.get(id)!));
  await keepStates(db, job, states);
  return states;
}

/** Every link's state computed from the log, without a look at what is kept. */
export async function foldJob(db: Kysely<Database>, job: string): Promise<LinkStatus[]> {
  const terms = (await readTerms(db, job))!;
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
  return links.map((l) => JSON.parse(l.body) as Link).map((l) => foldLink(l, terms, entries.get(l.id) ?? []));
}

/** Throws the kept states of a job away and makes them anew from its log. */
export async function rebuildStates(db: Kysely<Database>, job: string): Promise<number> {
  const states = await foldJob(db, job);
  await db.deleteFrom('link_state').where('job', '=', job).execute();
  await keepStates(db, job, states);
  return states.length;
}

/** Makes states anew where a job has links without one, as after an update that changed what a state knows. */
export async function rebuildMissingStates(db: Kysely<Database>): Promise<void> {
  const rows = await db
    .selectFrom('link')
    .leftJoin('link_state', (j) =>
      j.onRef('link_state.job', '=', 'link.job').onRef('link_state.link', '=', 'link.id'),
    )
    .select('link.job')
    .distinct()
    .where('link_state.link', 'is', null)
    .execute();
  for (const { job } of rows) await db.transaction().execute((trx) => rebuildStates(trx, job));
}

/** The kept states of a job, or of some of its links. */
export async function readStates(
  db: Kysely<Database>,
  job: string,
  links?: readonly string[],
): Promise<LinkStatus[]> {
  let query = db.selectFrom('link_state').select('status').where('job', '=', job).orderBy('link');
  if (links) query = query.where('link', 'in', links);
  return (await query.execute()).map((r) => JSON.parse(r.status) as LinkStatus);
}

/** Links whose kept state differs from a fold of their log; empty when the two agree. */
export async function disagreements(db: Kysely<Database>, job: string): Promise<string[]> {
  const kept = new Map((await readStates(db, job)).map((s) => [s.link, JSON.stringify(s)]));
  return (await foldJob(db, job)).filter((s) => kept.get(s.link) !== JSON.stringify(s)).map((s) => s.link);
}
