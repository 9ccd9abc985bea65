import { json } from '@sveltejs/kit';
import { database } from '$lib/server/db';
import { listJobs } from '$lib/server/jobs/job-file';
import type { RequestHandler } from './$types';

export const GET: RequestHandler = async () => json({ jobs: await listJobs(await database()) });
