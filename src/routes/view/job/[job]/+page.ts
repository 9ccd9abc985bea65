import { redirect } from '@sveltejs/kit';
import { apiAddress, fromSegment } from '$lib/address/address';
import { readView } from '$lib/handover/read-view';
import type { PageLoad } from './$types';

export const ssr = false;

/** The job somebody was let in to read. */
export const load: PageLoad = async ({ params, url, fetch }) => {
  const job = fromSegment(params.job);
  const read = await readView(apiAddress(job, 'view'), fetch);
  if (!read.view && read.status === 401) redirect(307, `/enter?then=${encodeURIComponent(url.pathname)}`);
  return { record: apiAddress(job, 'record'), says: '', ...read };
};
