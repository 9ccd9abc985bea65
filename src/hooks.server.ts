import { json, type Handle, type HandleServerError, type ServerInit } from '@sveltejs/kit';
import { DatabaseUnusable } from '$lib/server/db/open';
import { warmUp } from '$lib/server/engine';

export const init: ServerInit = () => void warmUp();

export const handle: Handle = async ({ event, resolve }) => {
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
