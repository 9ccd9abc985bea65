import { readView } from '$lib/handover/read-view';
import type { PageLoad } from './$types';

export const ssr = false;

/** What the address shows, or the sentence that says why it shows nothing. */
export const load: PageLoad = async ({ params, fetch }) => {
  const at = `/api/view/${encodeURIComponent(params.secret)}`;
  return { at, says: '', ...(await readView(at, fetch)) };
};
