import type { ClientView } from '$core/handover/client-view';
import type { PageLoad } from './$types';

/** What the address shows, or the sentence that says why it shows nothing. */
export const load: PageLoad = async ({ params, fetch }) => {
  const at = `/api/view/${encodeURIComponent(params.secret)}`;
  try {
    const answer = await fetch(at);
    if (answer.ok) return { at, view: (await answer.json()) as ClientView, says: '' };
    const { error } = (await answer.json()) as { error: { message: string } };
    return { at, view: null, says: error.message };
  } catch {
    return { at, view: null, says: 'There is no connection: try again in a while.' };
  }
};
export const ssr = false;
