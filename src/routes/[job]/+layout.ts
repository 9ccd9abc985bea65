import { error, redirect } from '@sveltejs/kit';
import { apiAddress, fromSegment, segment } from '$lib/address/address';
import { fetchJob } from '$lib/job/job-data';
import type { LayoutLoad } from './$types';

/** A job is worked on in the browser, with or without a server: its pages are drawn there. */
export const ssr = false;

export const load: LayoutLoad = async ({ params, fetch, url }) => {
  const answer = await fetchJob(apiAddress(fromSegment(params.job), 'site'), fetch);
  if (answer === null)
    error(
      503,
      'The server is out of reach, and this device has not opened this job before: open it once where there is a signal.',
    );
  if (!(answer instanceof Response)) return answer;
  if (answer.status === 401) redirect(307, `/enter?then=${encodeURIComponent(url.pathname + url.search)}`);
  // The crew's screens are not for whoever was let in as a client: they have their own view of the job.
  if (answer.status === 403) redirect(307, `/view/job/${segment(fromSegment(params.job))}`);
  const body = (await answer.json().catch(() => null)) as { error?: { message?: string } } | null;
  error(answer.status, body?.error?.message ?? 'The job could not be opened: try again in a moment.');
};
