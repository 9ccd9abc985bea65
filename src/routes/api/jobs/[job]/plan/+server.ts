import { json } from '@sveltejs/kit';
import { database } from '$lib/server/db';
import { changePlan } from '$lib/server/jobs/plan-changes';
import { answering, readJson } from '$lib/server/refused';
import type { RequestHandler } from './$types';

const MOST_BYTES = 20_000_000;

/** Changes the plan, all or nothing. */
export const POST: RequestHandler = ({ params, request }) =>
  answering(async () =>
    json(await changePlan(await database(), params.job, await readJson(request, MOST_BYTES))),
  );
