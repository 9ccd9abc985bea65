import { z } from 'zod';
import { legendSchema } from '$core/formats/bench';
import { linkSchema, partSchema, type Link } from '$core/formats/job';
import type { Db } from '../db/open';
import type { ItemKind } from '../db/schema';
import { noSuchJob, noSuchLink, Refused } from '../refused';
import { refreshState } from './states';

/** Things of a plan that can be added or changed one by one, with what each has to be. */
const ITEM_SCHEMAS: Partial<Record<ItemKind, z.ZodType<{ id: string }>>> = {
  part: partSchema,
  legend: legendSchema,
};

/** Adds one thing to a job's plan, or changes it. Throws `Refused` with what is wrong. */
export async function keepItem(db: Db, job: string, kind: string, id: string, body: unknown): Promise<void> {
  if (kind === 'link') return keepLink(db, job, id, body);
  const schema = ITEM_SCHEMAS[kind as ItemKind];
  if (!schema)
    throw new Refused(
      `"${kind}" cannot be changed here.`,
      [{ path: 'kind', message: `Use one of: link, ${Object.keys(ITEM_SCHEMAS).join(', ')}.` }],
      404,
    );
  const parsed = schema.safeParse(body);
  if (!parsed.success) throw Refused.fromZod(`This ${kind} cannot be kept.`, parsed.error);
  if (parsed.data.id !== id)
    throw new Refused(`The id in the address is not the id of the ${kind}.`, [
      { path: 'id', message: `must be "${id}"` },
    ]);
  const there = await db.selectFrom('job').select('id').where('id', '=', job).executeTakeFirst();
  if (!there) throw noSuchJob(job);
  await db
    .replaceInto('item')
    .values({ job, kind: kind as ItemKind, id, body: JSON.stringify(parsed.data) })
    .execute();
}

/** Changes what is planned of a link that is there; its state is judged anew. Where it lies stays as it is. */
async function keepLink(db: Db, job: string, id: string, body: unknown): Promise<void> {
  const parsed = linkSchema.safeParse(body);
  if (!parsed.success) throw Refused.fromZod('This link cannot be kept.', parsed.error);
  await db.transaction().execute(async (trx) => {
    const row = await trx
      .selectFrom('link')
      .select('body')
      .where('job', '=', job)
      .where('id', '=', id)
      .executeTakeFirst();
    if (!row) throw noSuchLink(id, 'id');
    const before = JSON.parse(row.body) as Link;
    const given = { ...parsed.data };
    delete given.retired;
    const link: Link = {
      ...given,
      id,
      ...(before.retired ? { retired: true } : {}),
      head: { ...before.head, connector: parsed.data.head.connector },
      tail: { ...before.tail, connector: parsed.data.tail.connector },
    };
    await trx
      .updateTable('link')
      .set({ label: link.label, body: JSON.stringify(link) })
      .where('job', '=', job)
      .where('id', '=', id)
      .execute();
    await refreshState(trx, job, id);
  });
}
