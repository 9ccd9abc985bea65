import { v7 as uuid } from 'uuid';
import { z } from 'zod';
import { chainOf } from '$core/handover/chain';
import { seal } from '$core/handover/seal';
import { openPoints } from '$core/handover/open-points';
import { printedLabels } from '$core/labels/printed';
import { project } from '$core/log/projection';
import type { JobEntryOf, LogEntry } from '$core/model/entry';
import { ENDS } from '$core/wiring/conductors';
import type { Db } from '../db/open';
import { noSuchJob, noSuchLink, Refused } from '../refused';
import { entriesOfKinds, entryFromRow, insertEntries } from './entry-rows';
import { publish } from './feed';
import { readPlan } from './job-file';
import { lastSeq } from './since';
import { siteKey } from './site-key';
import { readStates, refreshStates } from './states';
import { readTerms } from './terms';

/** Fewest points of a signature: a dot is none. Our judgement. */
const LEAST_SIGNATURE = 8;

/** What is signed for: by whom, on the glass or by name alone, and what is not taken over. */
export const handoverSchema = z.strictObject({
  by: z.string().min(1).max(80),
  client: z.string({ error: 'Say who takes it over.' }).trim().min(1, { error: 'Say who takes it over.' }).max(120),
  /** Whether the root is sealed with the site's own key. */
  seal: z.boolean().default(false),
  signature: z
    .string()
    .max(20_000)
    .refine((path) => (path.match(/\d+(?:\.\d+)?[ ,]\d/g) ?? []).length >= LEAST_SIGNATURE, { error: 'This is not a signature yet: sign with the whole name.' })
    .optional(),
  refused: z
    .array(z.strictObject({ link: z.string().min(1).max(80), end: z.enum(ENDS), reason: z.string().trim().min(1, { error: 'Say why it is refused.' }).max(300) }))
    .max(2000)
    .default([]),
}); // prettier-ignore

/** How a job stands with its handovers. */
export interface HandoverState {
  last: JobEntryOf<'handed-over'> | null;
  /** What was logged since the last one, by kind; nothing where it still holds. */
  since: Record<string, number>;
}

/**
 * Hands a job over: the chain over its log is computed and written into it, with who took it over and what was refused;
 * refused ends go back to redo. All or nothing. Throws `Refused`.
 */
export async function handOver(db: Db, job: string, body: unknown, now = new Date()): Promise<JobEntryOf<'handed-over'>> {
  const parsed = handoverSchema.safeParse(body);
  if (!parsed.success) throw Refused.fromZod(parsed.error.issues[0]!.message, parsed.error);
  const { by, client, signature, refused } = parsed.data;
  const secret = parsed.data.seal ? await siteKey(db) : null;
  const told: { entries: LogEntry[]; states: Awaited<ReturnType<typeof readStates>>; seq: number; revision: number } = { entries: [], states: [], seq: 0, revision: 0 };
  const handed = await db.transaction().execute(async (trx) => {
    const plan = await readPlan(trx, job);
    if (!plan) throw noSuchJob(job);
    if (!plan.crew.some((p) => p.id === by)) throw new Refused(`Nobody in the crew is "${by}": choose who you are.`, [{ path: 'by', message: 'not in the crew' }]);
    for (const [i, r] of refused.entries())
      if (!plan.links.some((l) => l.id === r.link && !l.retired)) throw noSuchLink(r.link, `refused.${i}.link`);
    const states = new Map((await readStates(trx, job)).map((s) => [s.link, s]));
    const printed = project(printedLabels, await entriesOfKinds(trx, job, ['labelled']));
    const open = openPoints(plan, (l) => states.get(l.id)!, printed).length;
    const at = now.toISOString();
    const common = { job, at, by, receivedAt: at };
    const back = refused.map((r) => ({ ...common, id: uuid(), link: r.link, end: r.end, kind: 'rejected', data: { reason: `${client}: ${r.reason}` } }) as LogEntry); // prettier-ignore
    // What is refused stands before the handover: the root is over it too, and it does not supersede what it belongs to.
    await insertEntries(trx, back);
    const rows = await trx.selectFrom('entry').selectAll().where('job', '=', job).orderBy('seq').execute();
    const { count, root } = chainOf(job, rows.map(entryFromRow)); // prettier-ignore
    const entry: JobEntryOf<'handed-over'> = {
      ...common,
      id: uuid(),
      kind: 'handed-over',
      data: {
        count,
        root,
        revision: plan.revision,
        open,
        client,
        ...(secret ? { seal: seal(secret, { job, count, root }) } : {}),
        ...(signature ? { signature } : {}),
        refused: refused.map(({ link, reason }) => ({ link, reason })),
      },
    };
    await insertEntries(trx, [entry]);
    told.entries = [...back, entry];
    told.states = await refreshStates(trx, job, (await readTerms(trx, job))!, [...new Set(refused.map((r) => r.link))]);
    told.seq = await lastSeq(trx, job);
    told.revision = plan.revision;
    return entry;
  });
  publish(job, told);
  return handed;
} // prettier-ignore

/** Kinds that change nothing of what was handed over. */
const NO_CHANGE: readonly string[] = [
  'handed-over',
  'drilled',
  'trace',
  'labelled',
  'assigned',
  'photo',
  'cautioned',
  'note',
  'flagged',
];

/** How a job stands: the last handover, and what came after it. */
export async function handoverState(db: Db, job: string): Promise<HandoverState> {
  const row = await db
    .selectFrom('entry')
    .selectAll()
    .where('job', '=', job)
    .where('kind', '=', 'handed-over')
    .orderBy('seq', 'desc')
    .limit(1)
    .executeTakeFirst();
  if (!row) return { last: null, since: {} };
  const later = await db
    .selectFrom('entry')
    .select(({ fn }) => ['kind', fn.countAll<number>().as('n')])
    .where('job', '=', job)
    .where('seq', '>', row.seq)
    .groupBy('kind')
    .execute();
  const since = later.filter((r) => !NO_CHANGE.includes(r.kind)).map((r) => [r.kind, Number(r.n)]);
  return {
    last: entryFromRow(row) as JobEntryOf<'handed-over'>,
    since: Object.fromEntries(since) as Record<string, number>,
  };
}
