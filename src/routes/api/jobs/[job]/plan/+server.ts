import { json } from '@sveltejs/kit';
import { may } from '$core/access/rights';
import { planChangesSchema } from '$core/model/plan-changes';
import { database } from '$lib/server/db';
import { changePlan } from '$lib/server/jobs/plan-changes';
import { answering, readJson, Refused } from '$lib/server/refused';
import type { RequestHandler } from './$types';

const MOST_BYTES = 20_000_000;

/** Changes the plan, all or nothing. */
export const POST: RequestHandler = ({ params, request, locals }) =>
  answering(async () => {
    const changes = await readJson(request, MOST_BYTES);
    const { who } = locals;
    if (who && !may(who.role, 'plan') && !onTheWay(changes))
      throw new Refused('Only a technician or the lead changes the plan: ask one of them.', [], 403);
    return json(await changePlan(await database(), params.job, changes));
  });

/** Tools, leads and legends are added on the way, by whoever logs work. */
function onTheWay(changes: unknown): boolean {
  const parsed = planChangesSchema.safeParse(changes);
  if (!parsed.success) return true;
  const { put, remove, name, policy } = parsed.data;
  const lists = Object.keys(put ?? {});
  return !remove && name === undefined && !policy && lists.every((l) => l === 'parts' || l === 'legends');
}
