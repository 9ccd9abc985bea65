import { json } from '@sveltejs/kit';
import { database } from '$lib/server/db';
import { searchJobs } from '$lib/server/jobs/job-list';
import type { RequestHandler } from './$types';

/** Looks for a text over all jobs, or over the one that somebody may read. */
export const GET: RequestHandler = async ({ url, locals }) => {
  const only = locals.who?.role === 'client' ? locals.who.job : undefined;
  return json({ found: await searchJobs(await database(), url.searchParams.get('q') ?? '', only) });
};
