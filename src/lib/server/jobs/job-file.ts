import { jobFileProblems } from '$core/plan/invariants';
import type { Kysely, Transaction } from 'kysely';
import { besideJob, picturesOf } from '$core/plan/copy-job';
import { NewIds, RESERVED_JOB_IDS, slugOf } from '$core/plan/new-ids';
import {
  jobFileSchema,
  type Batch,
  type Floor,
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
import type { Run } from '$core/model/run';
import type { Legend } from '$core/wiring/legend';
import { canonicalJson } from '$core/formats/canonical';
import type { Db } from '../db/open';
import type { Database } from '../db/schema';
import { Refused } from '../refused';
import { entriesOfJob, insertEntries } from './entry-rows';
import { insertPhoto } from './photos';
import { rebuildStates } from './states';

/** What each list of a plan is called in its table. */
export const ITEM_KINDS = {
  spaces: 'space',
  panels: 'panel',
  outlets: 'outlet',
  floors: 'floor',
  batches: 'batch',
  runs: 'run',
  parts: 'part',
  legends: 'legend',
  crew: 'person',
} as const;

/** What comes with a job file: pictures by their ids; and the name of the job it becomes beside one that is here. */
export interface ImportWith {
  photos?: ReadonlyMap<string, Uint8Array>;
  beside?: string | undefined;
}

/** Puts a whole job file into the database, all or nothing. Throws `Refused` with every problem named. */
export async function importJob(db: Db, body: unknown, { photos, beside }: ImportWith = {}): Promise<string> {
  const parsed = jobFileSchema.safeParse(body);
  if (!parsed.success)
    throw Refused.fromZod('This is no gauntlet/job@1 file that can be read.', parsed.error);
  const problems = jobFileProblems(parsed.data);
  if (problems.length) throw new Refused('The job file contradicts itself.', problems);
  return db.transaction().execute(async (trx) => {
    const taken = (await trx.selectFrom('job').select('id').execute()).map((j) => j.id);
    const other = beside === undefined ? null : besideJob(parsed.data, newJobId(beside, taken), beside);
    const file = other?.file ?? parsed.data;
    if (taken.includes(file.job.id))
      throw new Refused(
        `A job "${file.job.id}" is here already.`,
        [{ path: 'job.id', message: 'Open the one that is here, or bring this one in beside it under another name.' }], // prettier-ignore
        409,
      );
    await insertPlan(trx, file);
    await refuseKnownEntries(trx, file.entries);
    await insertEntries(trx, file.entries);
    const named = picturesOf(file);
    const former = new Map([...(other?.photos ?? [])].map(([old, id]) => [id, old]));
    for (const id of named) {
      const before = former.get(id) ?? id;
      const bytes = photos?.get(before) ?? (other && (await photoBytes(trx, before)));
      if (bytes) await insertPhoto(trx, file.job.id, id, bytes);
    }
    await rebuildStates(trx, file.job.id);
    return file.job.id;
  });
}

const photoBytes = async (trx: Transaction<Database>, id: string): Promise<Uint8Array | undefined> =>
  (await trx.selectFrom('photo').select('bytes').where('id', '=', id).executeTakeFirst())?.bytes;

/** An id for a job of this name that no other job has, nor a page of the program. */
export const newJobId = (name: string, taken: readonly string[]): string =>
  new NewIds([...taken, ...RESERVED_JOB_IDS]).give(slugOf(name));

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
    floors: of<Floor>('floor'),
    batches: of<Batch>('batch'),
    runs: of<Run>('run'),
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
  const entries = await entriesOfJob(db, id);
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
    ...(plan.floors.length ? { floors: byId(plan.floors) } : {}),
    ...(plan.batches.length ? { batches: byId(plan.batches) } : {}),
    ...(plan.runs.length ? { runs: byId(plan.runs) } : {}),
    links: byId(plan.links),
    parts: byId(plan.parts),
    ...(plan.legends.length ? { legends: byId(plan.legends) } : {}),
    crew: byId(plan.crew),
    entries,
  };
  return canonicalJson(file);
}
