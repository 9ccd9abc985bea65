import { json } from '@sveltejs/kit';
import { database } from '$lib/server/db';
import { readPlan } from '$lib/server/jobs/job-file';
import { jobsProgress } from '$lib/server/jobs/job-list';
import { deleteJob } from '$lib/server/jobs/whole-jobs';
import { readStates } from '$lib/server/jobs/states';
import { answering, noSuchJob, readJson } from '$lib/server/refused';
import type { RequestHandler } from './$types';

/** A job for other programs: its plan, how every link stands, and how far it is. */
export const GET: RequestHandler = ({ params }) =>
  answering(async () => {
    const db = await database();
    const plan = await readPlan(db, params.job);
    if (!plan) throw noSuchJob(params.job);
    const progress = (await jobsProgress(db)).get(params.job) ?? { links: 0, proven: 0 };
    return json({ plan, states: await readStates(db, params.job), progress });
  });

const MOST_BYTES = 10_000;

/** Deletes a job for good, by its name as typed. */
export const DELETE: RequestHandler = ({ params, request }) =>
  answering(async () => {
    await deleteJob(await database(), params.job, await readJson(request, MOST_BYTES));
    return json({ deleted: params.job });
  });
