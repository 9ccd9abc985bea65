import type { Kysely } from 'kysely';
import type {
  Batch,
  Floor,
  JobFile,
  JobPlan,
  Link,
  Outlet,
  Panel,
  Part,
  Person,
  Policy,
  Space,
} from '$core/model/job';
import type { Run } from '$core/model/run';
import type { Legend } from '$core/wiring/legend';
import { canonicalJson } from '$core/formats/canonical';
import type { Db } from '../db/open';
import type { Database } from '../db/schema';
import { entriesOfJob } from './entry-rows';

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

/** A link as its row. */
export const linkRow = (job: string, l: Link) => ({
  job,
  id: l.id,
  label: l.label,
  retired: l.retired ? 1 : 0,
  body: JSON.stringify(l),
});

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
