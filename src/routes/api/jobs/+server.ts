import { json } from '@sveltejs/kit';
import { database } from '$lib/server/db';
import { listJobs } from '$lib/server/jobs/job-list';
import { createJob } from '$lib/server/jobs/plan-changes';
import { answering, readJson } from '$lib/server/refused';
import type { RequestHandler } from './$types';

const MOST_BYTES = 200_000;

export const POST: RequestHandler = ({ request }) =>
  answering(async () =>
    json({ job: await createJob(await database(), await readJson(request, MOST_BYTES)) }, { status: 201 }),
  );

export const GET: RequestHandler = async ({ locals }) =>
  json({
    jobs: await listJobs(await database(), locals.who?.role === 'client' ? locals.who.job : undefined),
  });
