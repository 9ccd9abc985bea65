import { json } from '@sveltejs/kit';
import { database } from '$lib/server/db';
import { changePlan } from '$lib/server/jobs/plan-changes';
import { answering, readJson } from '$lib/server/refused';
import type { RequestHandler } from './$types';

const MOST_BYTES = 20_000_000;

/** Changes the plan, all or nothing. The header `x-change` names the change for those who listen. */
export const POST: RequestHandler = ({ params, request }) =>
  answering(async () => {
    const change = (request.headers.get('x-change') ?? '').slice(0, 80);
    return json(await changePlan(await database(), params.job, await readJson(request, MOST_BYTES), change));
  });
