import { json } from '@sveltejs/kit';
import { database } from '$lib/server/db';
import { handOver, handoverState } from '$lib/server/jobs/handover';
import { writersOf } from '$lib/server/jobs/writers';
import { readPlan } from '$lib/server/jobs/job-file';
import { answering, noSuchJob, readJson } from '$lib/server/refused';
import type { RequestHandler } from './$types';

const MOST_BYTES = 1_000_000;

/** The last handover, what came after it, and the devices that wrote in the job. */
export const GET: RequestHandler = ({ params }) =>
  answering(async () => {
    const db = await database();
    if (!(await readPlan(db, params.job))) throw noSuchJob(params.job);
    return json({ ...(await handoverState(db, params.job)), writers: await writersOf(db, params.job) });
  });

/** Hands the job over: who takes it over signs, and what is refused goes back to redo. */
export const POST: RequestHandler = ({ params, request }) =>
  answering(async () =>
    json(await handOver(await database(), params.job, await readJson(request, MOST_BYTES)), { status: 201 }),
  );
