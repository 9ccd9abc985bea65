import type { Transaction } from 'kysely';
import type { JobPlan, Link } from '$core/model/job';
import { newJobSchema, PLAN_LISTS, planChangesSchema, type PlanList } from '$core/model/plan-changes';
import { applyChanges, type AppliedChanges, type Used } from '$core/plan/apply-changes';
import { NewIds, slugOf } from '$core/plan/new-ids';
import { foldLink } from '$core/log/state';
import type { Db } from '../db/open';
import type { Database } from '../db/schema';
import { noSuchJob, Refused } from '../refused';
import { publish } from './feed';
import { ITEM_KINDS, linkRow, readPlan } from './job-file';
import { lastSeq } from './since';
import { insertStates, rebuildStates, refreshState } from './states';

type Trx = Transaction<Database>;

/** What became of a change: ids taken out for good, and ids retired because the log knows them. */
export type Changed = Pick<AppliedChanges, 'removed' | 'retired'>;

/** Begins a job with nothing in it but its name, terms and people. Returns its id. Throws `Refused`. */
export async function createJob(db: Db, body: unknown, now = new Date()): Promise<string> {
  const parsed = newJobSchema.safeParse(body);
  if (!parsed.success) throw Refused.fromZod('A job cannot begin like this.', parsed.error);
  const { name, policy, crew } = parsed.data;
  if (new Set(crew.map((p) => p.id)).size < crew.length)
    throw new Refused('Two people have the same id.', [{ path: 'crew', message: 'Give each an id of their own.' }]); // prettier-ignore
  return db.transaction().execute(async (trx) => {
    const taken = await trx.selectFrom('job').select('id').execute();
    // Words the program's own pages begin with are no jobs.
    const id = new NewIds([...taken.map((j) => j.id), 'new', 'api']).give(slugOf(name));
    const created_at = now.toISOString();
    await trx
      .insertInto('job')
      .values({ id, name, created_at, policy: JSON.stringify(policy) })
      .execute();
    for (const p of crew)
      await trx.insertInto('item').values({ job: id, kind: 'person', id: p.id, body: JSON.stringify(p) }).execute(); // prettier-ignore
    return id;
  });
}

/**
 * Changes a job's plan, all or nothing. `change` is a name the sender gives this change, so that it knows it again
 * when everybody is told. Throws `Refused` with everything that is wrong.
 */
export async function changePlan(db: Db, job: string, body: unknown, change = ''): Promise<Changed> {
  const parsed = planChangesSchema.safeParse(body);
  if (!parsed.success) throw Refused.fromZod('This change of the plan cannot be read.', parsed.error);
  const changes = parsed.data;
  const applied = await db.transaction().execute(async (trx) => {
    const plan = await readPlan(trx, job);
    if (!plan) throw noSuchJob(job);
    const applied = applyChanges(plan, changes, await usedOf(trx, job, changes.remove ?? {}));
    if (applied.problems.length) throw new Refused(applied.problems[0]!.message, applied.problems, 409);
    await write(trx, job, applied);
    if (changes.name || changes.policy)
      await trx
        .updateTable('job')
        .set({ name: applied.plan.name, policy: JSON.stringify(applied.plan.policy) })
        .where('id', '=', job)
        .execute();
    if (changes.policy) await rebuildStates(trx, job);
    else await refreshLinks(trx, job, plan, applied);
    return applied;
  });
  publish(job, { seq: await lastSeq(db, job), entries: [], states: [], plan: change || 'change' });
  return { removed: applied.removed, retired: applied.retired };
}

/** Which of the things to be taken out stand in the log. */
async function usedOf(
  trx: Trx,
  job: string,
  remove: { links?: string[] | undefined; crew?: string[] | undefined },
): Promise<Used> {
  const ask = async (column: 'link' | 'by', wanted: readonly string[] | undefined) => {
    if (!wanted?.length) return new Set<string>();
    const rows = await trx.selectFrom('entry').select(column).distinct().where('job', '=', job).execute();
    return new Set(rows.map((r) => (r as Record<string, string | null>)[column]!));
  };
  return { links: await ask('link', remove.links), crew: await ask('by', remove.crew) };
}

const CHUNK = 500;
const chunks = <T>(list: readonly T[]): T[][] =>
  Array.from({ length: Math.ceil(list.length / CHUNK) }, (_, i) => list.slice(i * CHUNK, (i + 1) * CHUNK));

async function write(trx: Trx, job: string, applied: AppliedChanges): Promise<void> {
  const byId = <T extends { id: string }>(list: readonly T[]) => new Map(list.map((x) => [x.id, x]));
  for (const list of PLAN_LISTS) {
    const ids = [...new Set([...applied.written[list], ...applied.retired[list]])];
    const gone = new Set(applied.removed[list]);
    const items = byId<{ id: string }>(applied.plan[list]);
    const left = ids.filter((id) => !gone.has(id));
    if (list === 'links') await writeLinks(trx, job, left.map((id) => items.get(id) as Link), [...gone]); // prettier-ignore
    else await writeItems(trx, job, list, left.map((id) => items.get(id)!), [...gone]); // prettier-ignore
  }
}

async function writeItems(
  trx: Trx,
  job: string,
  list: Exclude<PlanList, 'links'>,
  items: readonly { id: string }[],
  gone: readonly string[],
): Promise<void> {
  const kind = ITEM_KINDS[list];
  for (const part of chunks(items))
    await trx
      .replaceInto('item')
      .values(part.map((x) => ({ job, kind, id: x.id, body: JSON.stringify(x) })))
      .execute();
  for (const part of chunks(gone))
    await trx
      .deleteFrom('item')
      .where('job', '=', job)
      .where('kind', '=', kind)
      .where('id', 'in', part)
      .execute();
}

async function writeLinks(
  trx: Trx,
  job: string,
  links: readonly Link[],
  gone: readonly string[],
): Promise<void> {
  for (const part of chunks(gone)) {
    await trx.deleteFrom('link_state').where('job', '=', job).where('link', 'in', part).execute();
    await trx.deleteFrom('link').where('job', '=', job).where('id', 'in', part).execute();
  }
  // Two links may exchange their ports: none holds one until all are written.
  for (const part of chunks(links))
    await trx.updateTable('link').set({ retired: 1 }).where('job', '=', job).where('id', 'in', part.map((l) => l.id)).execute(); // prettier-ignore
  for (const part of chunks(links))
    await trx
      .insertInto('link')
      .values(part.map((l) => linkRow(job, l)))
      .onConflict((c) =>
        c.columns(['job', 'id']).doUpdateSet((eb) => ({
          label: eb.ref('excluded.label'),
          panel: eb.ref('excluded.panel'),
          port: eb.ref('excluded.port'),
          retired: eb.ref('excluded.retired'),
          body: eb.ref('excluded.body'),
        })),
      )
      .execute();
}

/** New links have no log: their states are made without a look at it. */
async function refreshLinks(
  trx: Trx,
  job: string,
  before: JobPlan,
  { plan, written, removed }: AppliedChanges,
): Promise<void> {
  const old = new Set(before.links.map((l) => l.id));
  const gone = new Set(removed.links);
  const links = new Map(plan.links.map((l) => [l.id, l]));
  const fresh = written.links.filter((id) => !old.has(id) && !gone.has(id));
  await insertStates(trx, job, fresh.map((id) => foldLink(links.get(id)!, plan.policy, []))); // prettier-ignore
  for (const id of written.links) if (old.has(id) && !gone.has(id)) await refreshState(trx, job, id);
}
