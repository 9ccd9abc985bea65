import { jobFileProblems } from '$core/plan/invariants';
import { sql, type Kysely, type Transaction } from 'kysely';
import {
  jobFileSchema,
  type Batch,
  type JobFile,
  type JobPlan,
  type Link,
  type Outlet,
  type Panel,
  type Part,
  type Person,
  type Policy,
  type Space,
} from '$core/model/job';
import type { Legend } from '$core/wiring/legend';
import { canonicalJson } from '$core/formats/canonical';
import type { Db } from '../db/open';
import type { Database } from '../db/schema';
import { Refused } from '../refused';
import { entryFromRow, insertEntries } from './entry-rows';
import { rebuildStates } from './states';

/** What each list of a plan is called in its table. */
export const ITEM_KINDS = {
  spaces: 'space',
  panels: 'panel',
  outlets: 'outlet',
  batches: 'batch',
  parts: 'part',
  legends: 'legend',
  crew: 'person',
} as const;

/** Puts a whole job file into the database, all or nothing. Throws `Refused` with every problem named. */
export async function importJob(db: Db, body: unknown): Promise<string> {
  const parsed = jobFileSchema.safeParse(body);
  if (!parsed.success)
    throw Refused.fromZod('This is no gauntlet/job@1 file that can be read.', parsed.error);
  const file = parsed.data;
  const problems = jobFileProblems(file);
  if (problems.length) throw new Refused('The job file contradicts itself.', problems);
  return db.transaction().execute(async (trx) => {
    const there = await trx.selectFrom('job').select('id').where('id', '=', file.job.id).executeTakeFirst();
    if (there)
      throw new Refused(
        `A job "${file.job.id}" is here already.`,
        [
          {
            path: 'job.id',
            message: 'Open the one that is here; a copy wants another id, and entries with ids of their own.',
          },
        ],
        409,
      );
    await insertPlan(trx, file);
    await refuseKnownEntries(trx, file.entries);
    await insertEntries(trx, file.entries);
    await rebuildStates(trx, file.job.id);
    return file.job.id;
  });
}

/** An entry belongs to one job: a copy of a job that is here wants entries with ids of their own. */
async function refuseKnownEntries(
  trx: Transaction<Database>,
  entries: readonly { id: string }[],
): Promise<void> {
  for (let i = 0; i < entries.length; i += 1000) {
    const ids = entries.slice(i, i + 1000).map((e) => e.id);
    const row = await trx.selectFrom('entry').select(['id', 'job']).where('id', 'in', ids).executeTakeFirst();
    if (row)
      throw new Refused(
        `The log of this file is here already, in the job "${row.job}".`,
        [{ path: 'entries', message: `Entry ${row.id} belongs to "${row.job}": open that job instead.` }],
        409,
      );
  }
}

/** A link as its row. */
export const linkRow = (job: string, l: Link) => ({
  job,
  id: l.id,
  label: l.label,
  retired: l.retired ? 1 : 0,
  body: JSON.stringify(l),
});

async function insertPlan(trx: Transaction<Database>, file: JobFile): Promise<void> {
  const job = file.job.id;
  await trx
    .insertInto('job')
    .values({
      id: job,
      name: file.job.name,
      created_at: file.job.createdAt,
      policy: JSON.stringify(file.job.policy),
      revision: file.job.revision ?? 0,
    })
    .execute();
  for (const [list, kind] of Object.entries(ITEM_KINDS) as [
    keyof typeof ITEM_KINDS,
    (typeof ITEM_KINDS)[keyof typeof ITEM_KINDS],
  ][])
    for (const x of file[list] ?? [])
      await trx
        .insertInto('item')
        .values({ job, kind, id: x.id, body: JSON.stringify(x) })
        .execute();
  for (const l of file.links) await trx.insertInto('link').values(linkRow(job, l)).execute();
}

/** A job's plan, each list in the order of its ids; undefined where there is no such job. */
export async function readPlan(db: Kysely<Database>, id: string): Promise<JobPlan | undefined> {
  const job = await db.selectFrom('job').selectAll().where('id', '=', id).executeTakeFirst();
  if (!job) return undefined;
  const items = await db.selectFrom('item').selectAll().where('job', '=', id).orderBy('id').execute();
  const links = await db.selectFrom('link').select('body').where('job', '=', id).orderBy('id').execute();
  const of = <T>(kind: string) => items.filter((i) => i.kind === kind).map((i) => JSON.parse(i.body) as T);
  return {
    id: job.id,
    name: job.name,
    createdAt: job.created_at,
    policy: JSON.parse(job.policy) as Policy,
    revision: job.revision,
    spaces: of<Space>('space'),
    panels: of<Panel>('panel').sort((a, b) => a.order - b.order),
    outlets: of<Outlet>('outlet'),
    batches: of<Batch>('batch'),
    links: links.map((l) => JSON.parse(l.body) as Link),
    parts: of<Part>('part'),
    legends: of<Legend>('legend'),
    crew: of<Person>('person'),
  };
}

/** A job as its `gauntlet/job@1` file: the same data is always the same bytes. */
export async function exportJob(db: Db, id: string): Promise<string | undefined> {
  const plan = await readPlan(db, id);
  if (!plan) return undefined;
  const rows = await db.selectFrom('entry').selectAll().where('job', '=', id).orderBy('seq').execute();
  const byId = <T extends { id: string }>(list: T[]) => [...list].sort((a, b) => (a.id < b.id ? -1 : 1));
  const file: JobFile = {
    format: 'gauntlet/job@1',
    job: {
      id: plan.id,
      name: plan.name,
      createdAt: plan.createdAt,
      policy: plan.policy,
      ...(plan.revision ? { revision: plan.revision } : {}),
    },
    spaces: byId(plan.spaces),
    panels: byId(plan.panels),
    outlets: byId(plan.outlets),
    ...(plan.batches.length ? { batches: byId(plan.batches) } : {}),
    links: byId(plan.links),
    parts: byId(plan.parts),
    ...(plan.legends.length ? { legends: byId(plan.legends) } : {}),
    crew: byId(plan.crew),
    entries: rows.map(entryFromRow),
  };
  return canonicalJson(file);
}

/** How far jobs are: links in use, and those proven at both ends, by job. */
export async function jobsProgress(db: Db): Promise<Map<string, { links: number; proven: number }>> {
  const rows = await sql<{ job: string; links: number; proven: number }>`
    select link.job as job, count(*) as links,
      sum(json_extract(status, '$.head.state') = 'proven' and json_extract(status, '$.tail.state') = 'proven') as proven
    from link left join link_state on link_state.job = link.job and link_state.link = link.id
    where link.retired = 0 group by link.job`.execute(db);
  return new Map(rows.rows.map((r) => [r.job, { links: r.links, proven: r.proven ?? 0 }]));
}

/** The jobs there are, newest first. */
export const listJobs = (db: Db, only?: string | null) => {
  const all = db.selectFrom('job').select(['id', 'name']).orderBy('created_at', 'desc');
  return (only === undefined ? all : all.where('id', '=', only ?? '')).execute();
};
