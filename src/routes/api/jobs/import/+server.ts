import { json } from '@sveltejs/kit';
import { database } from '$lib/server/db';
import { importJob } from '$lib/server/jobs/job-file';
import { answering, readJson } from '$lib/server/refused';
import type { RequestHandler } from './$types';

const MOST_BYTES = 96_000_000;

export const POST: RequestHandler = ({ request }) =>
  answering(async () =>
    json({ job: await importJob(await database(), await readJson(request, MOST_BYTES)) }, { status: 201 }),
  );
