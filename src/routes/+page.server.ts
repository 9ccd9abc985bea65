import { redirect } from '@sveltejs/kit';
import { database } from '$lib/server/db';
import { listJobs } from '$lib/server/jobs/job-list';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ url, locals }) => {
  if (locals.guarded && !locals.who) redirect(303, '/enter');
  const jobs = await listJobs(await database(), locals.who?.role === 'client' ? locals.who.job : undefined);
  if (jobs.length === 1 && !jobs[0]!.archived && !url.searchParams.has('all'))
    redirect(307, `/${jobs[0]!.id}/rack`);
  return { jobs, guarded: locals.guarded, role: locals.who?.role ?? null };
};
