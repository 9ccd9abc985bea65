import { z } from 'zod';
import { legendSchema } from '$core/model/bench';
import { partSchema } from '$core/model/job';
import type { Db } from '../db/open';
import type { ItemKind } from '../db/schema';
import { noSuchJob, Refused } from '../refused';

/** Things of a plan that can be added or changed one by one, with what each has to be. */
const ITEM_SCHEMAS: Partial<Record<ItemKind, z.ZodType<{ id: string }>>> = {
  part: partSchema,
  legend: legendSchema,
};

/** Adds one thing to a job's plan, or changes it. Throws `Refused` with what is wrong. */
export async function keepItem(db: Db, job: string, kind: string, id: string, body: unknown): Promise<void> {
  const schema = ITEM_SCHEMAS[kind as ItemKind];
  if (!schema)
    throw new Refused(
      `"${kind}" cannot be changed here.`,
      [{ path: 'kind', message: `Use one of: ${Object.keys(ITEM_SCHEMAS).join(', ')}.` }],
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
