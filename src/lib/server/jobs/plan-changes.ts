import { PLAN_LISTS } from '$core/model/plan-lists';
import { v7 as uuid } from 'uuid';
import { json } from '@sveltejs/kit';
import type { Transaction } from 'kysely';
import type { LinkStatus } from '$core/log/state';
import type { JobEntryOf, LogEntry } from '$core/model/entry';
import type { JobPlan, Link } from '$core/model/job';
import { newJobSchema, planChangesSchema, type PlanChanges, type PlanList } from '$core/model/plan-changes';
import { applyChanges, type AppliedChanges, type Used } from '$core/plan/apply-changes';
import { movedLinks, planHistory, type MovedLink } from '$core/plan/history';
import { NOBODY_SAID } from '$core/plan/invariants';
import { conflictPath, rebase, type Conflict } from '$core/plan/merge';
import type { Db } from '../db/open';
import type { Database } from '../db/schema';
import { noSuchJob, Refused, type Issue } from '../refused';
import { entriesOfKinds, insertEntries } from './entry-rows';
import { publish } from './feed';
import { ITEM_KINDS, linkRow, readPlan } from './job-file';
import { newJobId } from './job-ids';
import { lastSeq } from './since';
import { readStates, rebuildStates, refreshStates } from './states';
import { readTerms } from './terms';

type Trx = Transaction<Database>;

/** What became of a change: ids taken out for good, and ids retired because the log knows them. */
export type Changed = Partial<Pick<AppliedChanges, 'removed' | 'retired'>> & { revision: number };

/** Begins a job with nothing in it but its name, terms and people. Returns its id. Throws `Refused`. */
export async function createJob(db: Db, body: unknown, now = new Date()): Promise<string> {
  const parsed = newJobSchema.safeParse(body);
  if (!parsed.success) throw Refused.fromZod('A job cannot begin like this.', parsed.error);
  const { name, policy, crew } = parsed.data;
  if (new Set(crew.map((p) => p.id)).size < crew.length)
    throw new Refused('Two people have the same id.', [{ path: 'crew', message: 'Give each an id of their own.' }]); // prettier-ignore
  return db.transaction().execute(async (trx) => {
    const id = await newJobId(trx, name);
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

/** What a change of plan was refused with beside sentences: what both changed, and what has to be answered first. */
export class PlanRefused extends Refused {
  constructor(
    message: string,
    issues: Issue[],
    readonly ask: { revision: number; conflicts?: Conflict[]; moved?: MovedLink[] },
  ) {
    super(message, issues, 409);
  }
  override toResponse(): Response {
    const { message, issues } = this;
    return json({ error: { message, issues: issues.slice(0, 50) }, ...this.ask }, { status: this.status });
  }
}

/**
 * Changes a job's plan, all or nothing, and writes what it was and is now into the log. A change made on an older
 * revision is fitted onto the newest. Throws `Refused` with everything that is wrong, `PlanRefused` where somebody
 * has to choose: two versions of one thing, or whether a terminated link was moved on site or only on paper.
 */
export async function changePlan(db: Db, job: string, body: unknown, now = new Date()): Promise<Changed> {
  const parsed = planChangesSchema.safeParse(body);
  if (!parsed.success) throw Refused.fromZod('This change of the plan cannot be read.', parsed.error);
  const asked = parsed.data;
  const id = asked.id ?? uuid();
  const told: { entries: LogEntry[]; states: LinkStatus[]; seq: number } = {
    entries: [],
    states: [],
    seq: 0,
  };
  const changed = await db.transaction().execute(async (trx): Promise<Changed> => {
    const plan = await readPlan(trx, job);
    if (!plan) throw noSuchJob(job);
    const known = await trx.selectFrom('entry').select('id').where('id', '=', id).executeTakeFirst();
    if (known) return { revision: plan.revision };
    const changes = await onNewest(trx, job, plan, asked);
    const applied = applyChanges(plan, changes, await usedOf(trx, job, changes.remove ?? {}));
    if (applied.problems.length) throw new Refused(applied.problems[0]!.message, applied.problems, 409);
    const by = asked.by ?? NOBODY_SAID;
    if (asked.by && !plan.crew.some((p) => p.id === asked.by))
      throw new Refused(`Nobody in the crew is "${asked.by}": choose who you are.`, [{ path: 'by', message: 'not in the crew' }]); // prettier-ignore
    const history = planHistory(plan, applied);
    if (!history.length)
      return { removed: applied.removed, retired: applied.retired, revision: plan.revision };
    const moved = await movedOnSite(trx, job, plan, applied, asked.moved ?? {});
    const revision = plan.revision + 1;
    await write(trx, job, applied);
    await trx
      .updateTable('job')
      .set({ name: applied.plan.name, policy: JSON.stringify(applied.plan.policy), revision })
      .where('id', '=', job)
      .execute();
    const common = { job, at: now.toISOString(), by, receivedAt: now.toISOString() };
    told.entries = [
      { ...common, id, kind: 'planned', data: { revision, from: asked.from ?? '', changes: history } },
      ...moved.map(
        (m): LogEntry => ({ ...common, id: uuid(), link: m.link, kind: 'moved', data: { revision, changed: m.changed } }), // prettier-ignore
      ),
    ];
    await insertEntries(trx, told.entries);
    if (changes.policy || changes.put?.parts || changes.remove?.parts) await rebuildStates(trx, job);
    else told.states = await refreshLinks(trx, job, applied);
    told.seq = await lastSeq(trx, job);
    return { removed: applied.removed, retired: applied.retired, revision };
  });
  if (told.entries.length) publish(job, { ...told, revision: changed.revision });
  return changed;
}

/** A change fitted onto the plan as it is. Throws `PlanRefused` with what two people changed to different things. */
async function onNewest(trx: Trx, job: string, plan: JobPlan, asked: PlanChanges): Promise<PlanChanges> {
  if (asked.revision === undefined || asked.revision >= plan.revision) return asked;
  const entries = (await entriesOfKinds(trx, job, ['planned'])).filter(
    (e): e is JobEntryOf<'planned'> => e.kind === 'planned' && e.data.revision > asked.revision!,
  );
  const since = entries.sort((a, b) => a.data.revision - b.data.revision).flatMap((e) => e.data.changes);
  const { changes, conflicts } = rebase(asked, since, plan);
  if (conflicts.length)
    throw new PlanRefused(
      `Somebody else changed ${conflicts[0]!.name} since you opened this plan: choose which version stands.`,
      conflicts.map((c) => ({ path: conflictPath(c), message: 'changed by two people' })),
      { revision: plan.revision, conflicts },
    );
  return changes;
}

/** Links that were moved on site. Throws `PlanRefused` for terminated links of which nobody said whether they were. */
async function movedOnSite(
  trx: Trx,
  job: string,
  plan: JobPlan,
  applied: AppliedChanges,
  answers: Record<string, 'paper' | 'site'>,
): Promise<MovedLink[]> {
  const moved = movedLinks(plan, applied.plan);
  if (!moved.length) return [];
  const states = new Map<string, LinkStatus>();
  for (const part of chunks(moved))
    for (const s of await readStates(trx, job, part.map((m) => m.link))) states.set(s.link, s); // prettier-ignore
  const terminated = moved.filter((m) => {
    const s = states.get(m.link);
    return s !== undefined && (s.head.state !== 'bare' || s.tail.state !== 'bare');
  });
  const open = terminated.filter((m) => !Object.hasOwn(answers, m.link));
  if (open.length)
    throw new PlanRefused(
      `${open.length === 1 ? `${open[0]!.label} is` : `${open.length} of these links are`} terminated already: was the plan wrong, or was the cable moved on site?`,
      open.map((m) => ({ path: `moved.${m.link}`, message: `${m.label}: ${m.changed.join('; ')}. Answer "paper" or "site".` })), // prettier-ignore
      { revision: plan.revision, moved: open },
    );
  return terminated.filter((m) => answers[m.link] === 'site');
}

/** Which of the things to be taken out stand in the log. */
async function usedOf(trx: Trx, job: string, remove: NonNullable<PlanChanges['remove']>): Promise<Used> {
  const linksIn = async (wanted: readonly string[] | undefined) => {
    const used = new Set<string>();
    for (const part of chunks(wanted ?? [])) {
      const rows = await trx
        .selectFrom('entry')
        .select('link')
        .distinct()
        .where('job', '=', job)
        .where('link', 'in', part)
        .execute();
      for (const r of rows) used.add(r.link!);
    }
    return used;
  };
  const parts = new Set<string>();
  if (remove.parts?.length)
    for (const e of await entriesOfKinds(trx, job, ['seated', 'redone', 'tool', 'leads-proved']))
      for (const p of e.kind === 'tool' ? [e.data.part] : e.kind === 'leads-proved' ? e.data.leads : e.kind === 'seated' || e.kind === 'redone' ? (e.data.parts ?? []) : []) parts.add(p); // prettier-ignore
  return { links: await linksIn(remove.links), parts };
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
  const rows = [...new Map(items.map((x) => [x.id, x])).values()];
  for (const part of chunks(rows))
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
  for (const part of chunks(links))
    await trx
      .insertInto('link')
      .values(part.map((l) => linkRow(job, l)))
      .onConflict((c) =>
        c.columns(['job', 'id']).doUpdateSet((eb) => ({
          label: eb.ref('excluded.label'),
          retired: eb.ref('excluded.retired'),
          body: eb.ref('excluded.body'),
        })),
      )
      .execute();
}

/** Makes the states of links that were put in or changed anew; new ones have no log, but a state. */
async function refreshLinks(
  trx: Trx,
  job: string,
  { written, removed }: AppliedChanges,
): Promise<LinkStatus[]> {
  const gone = new Set(removed.links);
  const ids = [...new Set(written.links)].filter((id) => !gone.has(id));
  const terms = (await readTerms(trx, job))!;
  return refreshStates(trx, job, terms, ids);
}
