import type { ClientView } from '$core/handover/client-view';

/** What a route shows of a job to its client: the view, or the sentence that says why there is none, with its status. */
export type ViewRead = { view: ClientView } | { view: null; status: number; says: string };

/** Asks a route for what a client sees. */
export async function readView(at: string, fetch: typeof globalThis.fetch): Promise<ViewRead> {
  try {
    const answer = await fetch(at);
    if (answer.ok) return { view: (await answer.json()) as ClientView };
    const { error } = (await answer.json()) as { error: { message: string } };
    return { view: null, status: answer.status, says: error.message };
  } catch {
    return { view: null, status: 0, says: 'There is no connection: try again in a while.' };
  }
}
