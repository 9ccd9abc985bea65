import { json, type Handle, type HandleServerError, type ServerInit } from '@sveltejs/kit';
import { DatabaseUnusable } from '$lib/server/db/open';
import { warmUp } from '$lib/server/engine';

export const init: ServerInit = () => void warmUp();

/** Routes that keep nothing and answer any program. */
const OPEN = new Set(['/api/diagnose', '/api/simulate']);

/** Whether a page of another site sends this. Programs that are no browsers name no origin. */
function fromElsewhere(request: Request): boolean {
  const origin = request.headers.get('origin');
  return origin !== null && origin.replace(/^https?:\/\//, '') !== request.headers.get('host');
}

export const handle: Handle = async ({ event, resolve }) => {
  if (event.request.method !== 'GET' && !OPEN.has(event.url.pathname) && fromElsewhere(event.request)) {
    const message = 'A page of another site sent this: open Gauntlet itself and do it there.';
    return json({ error: { message, issues: [{ path: 'origin', message }] } }, { status: 403 });
  }
  try {
    return await resolve(event);
  } catch (error) {
    if (error instanceof DatabaseUnusable)
      return json({ error: { message: error.message, issues: [] } }, { status: 503 });
    throw error;
  }
};

/** What went wrong, in a sentence that says what to do; nothing of the inside but that. */
export const handleError: HandleServerError = ({ error, status, message }) => {
  if (error instanceof DatabaseUnusable) return { message: error.message };
  if (status >= 500) console.error(error);
  return {
    message:
      status === 404
        ? 'There is nothing at this address: go back to the rack.'
        : status >= 500
          ? 'The server could not do that. What you entered is kept on this device: try again.'
          : message,
  };
};
