import { redirect } from '@sveltejs/kit';
import { address, segment } from '$lib/address/address';
import { database } from '$lib/server/db';
import { listJobs } from '$lib/server/jobs/job-list';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ url, locals }) => {
  if (locals.guarded && !locals.who) redirect(303, '/enter');
  const { who } = locals;
  if (who?.role === 'client' && who.job) redirect(307, `/view/job/${segment(who.job)}`);
  const jobs = await listJobs(await database());
  if (jobs.length === 1 && !jobs[0]!.archived && !url.searchParams.has('all'))
    redirect(307, address(jobs[0]!.id, 'rack'));
  return { jobs, guarded: locals.guarded, role: who?.role ?? null };
};
