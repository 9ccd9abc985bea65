import { redirect } from '@sveltejs/kit';
import { database } from '$lib/server/db';
import { jobsProgress, listJobs } from '$lib/server/jobs/job-file';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ url, locals }) => {
  if (locals.guarded && !locals.who) redirect(303, '/enter');
  const jobs = await listJobs(await database(), locals.who?.role === 'client' ? locals.who.job : undefined);
  if (jobs.length === 1 && !url.searchParams.has('all')) redirect(307, `/${jobs[0]!.id}/rack`);
  const progress = await jobsProgress(await database());
  return {
    jobs: jobs.map((j) => ({ ...j, ...(progress.get(j.id) ?? { links: 0, proven: 0 }) })),
    guarded: locals.guarded,
    role: locals.who?.role ?? null,
  };
};
