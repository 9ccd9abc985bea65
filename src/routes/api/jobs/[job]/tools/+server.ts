import { json } from '@sveltejs/kit';
import { database } from '$lib/server/db';
import { toolStatuses } from '$core/log/tools';
import { readPlan } from '$lib/server/jobs/job-file';
import { readViews } from '$lib/server/jobs/views';
import { answering, noSuchJob } from '$lib/server/refused';
import type { RequestHandler } from './$types';

/** How every part of a job stands. */
export const GET: RequestHandler = ({ params }) =>
  answering(async () => {
    const db = await database();
    const plan = await readPlan(db, params.job);
    if (!plan) throw noSuchJob(params.job);
    return json({ tools: toolStatuses(plan.parts, (await readViews(db, params.job)).tools) });
  });
