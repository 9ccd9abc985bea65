import { json } from '@sveltejs/kit';
import { database } from '$lib/server/db';
import { copyJob } from '$lib/server/jobs/whole-jobs';
import { answering, readJson } from '$lib/server/refused';
import type { RequestHandler } from './$types';

const MOST_BYTES = 10_000;

/** Begins a job from this one's plan or terms. */
export const POST: RequestHandler = ({ params, request }) =>
  answering(async () =>
    json(
      { job: await copyJob(await database(), params.job, await readJson(request, MOST_BYTES)) },
      { status: 201 },
    ),
  );
