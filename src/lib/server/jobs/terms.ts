import type { Kysely } from 'kysely';
import type { Link, Part, Policy } from '$core/model/job';
import type { Database } from '../db/schema';

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

/** Forgets a job's terms, as of one that was deleted: another of its name may have the same revision. */
export const forgetTerms = (db: Kysely<Database>, job: string): void => void known.get(db)?.delete(job);
