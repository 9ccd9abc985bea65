import { json, type Handle, type HandleServerError, type ServerInit } from '@sveltejs/kit';
import { may, rightFor } from '$core/access/rights';
import { firstCode } from '$lib/server/access/invites';
import { accessRequired } from '$lib/server/access/required';
import { whoSends } from '$lib/server/access/who';
import { database, databaseFile } from '$lib/server/db';
import { stillThere } from '$lib/server/db/hold';
import { DatabaseUnusable } from '$lib/server/db/open';
import { databaseTrouble, FILE_GONE } from '$lib/server/db/troubles';
import { isOurs, loopback } from '$lib/server/front/hosts';
import { fromElsewhere } from '$lib/server/front/origin';
import { tooMany } from '$lib/server/front/rates';
import { noSuchJob } from '$lib/server/refused';
import { beside } from '$lib/server/thread/pool';

export const init: ServerInit = async () => {
  // Built beside the server from its start: nobody waits for it, and nobody is kept waiting by it.
  if (process.env.GAUNTLET_WARM_UP !== 'off')
    void beside('warm-up', undefined as never).catch(() => undefined);
  if (!accessRequired()) return;
  const code = await firstCode(await database());
  if (code) console.log(`Nobody is let in yet. Open /enter on your own device and type this code: ${code}`);
};

/** Routes that keep nothing and answer any program. */
const OPEN = new Set(['/api/diagnose', '/api/simulate']);

const refuse = (status: number, message: string, path: string, headers: Record<string, string> = {}) =>
  json({ error: { message, issues: path ? [{ path, message }] : [] } }, { status, headers });

/** Letters as well, those of every screen: without them a text is set twice. */
const preload = ({ type, path }: { type: string; path: string }) =>
  type !== 'font' || !path.includes('latin-ext');

export const handle: Handle = async ({ event, resolve }) => {
  const { request, url } = event;
  if (!isOurs(request.headers.get('host')))
    return refuse(421, 'This server does not go by that name: use its own, or add the name to GAUNTLET_HOSTS.', 'host'); // prettier-ignore
  const open = OPEN.has(url.pathname);
  if (request.method !== 'GET' && !open && fromElsewhere(request, url.origin))
    return refuse(403, 'A page of another site sent this: open Gauntlet itself and do it there.', 'origin');
  const address = event.getClientAddress();
  const wait = open && !loopback(address) ? await tooMany('open', address) : null;
  if (wait !== null)
    return refuse(429, `Too many requests at once: wait ${wait} seconds.`, '', {
      'retry-after': String(wait),
    });
  if (request.method !== 'GET' && !open && !stillThere(databaseFile())) return refuse(503, FILE_GONE, '');
  event.locals.guarded = accessRequired();
  event.locals.who = null;
  const route = event.route.id ?? '';
  if (event.locals.guarded && (route.startsWith('/api/') || route === '/')) {
    const right = rightFor(request.method, route);
    if (right === null) return refuse(403, 'Nobody may do that here.', '');
    const { locals } = event;
    try {
      locals.who = await whoSends(await database(), request, url.origin);
    } catch (error) {
      if (error instanceof DatabaseUnusable) return refuse(503, error.message, '');
      throw error;
    }
    if (right !== 'open' && !locals.who) return refuse(401, 'You are not let in on this device: ask the lead for a code.', ''); // prettier-ignore
    if (locals.who && !may(locals.who.role, right))
      return refuse(
        403,
        `You are let in as ${locals.who.role}: only somebody with more rights does that.`,
        '',
      );
    // A client who guesses another job's address is told what a stranger to it would be.
    if (
      locals.who?.role === 'client' &&
      event.params.job !== undefined &&
      event.params.job !== locals.who.job
    )
      return noSuchJob(event.params.job).toResponse();
  }
  try {
    return await resolve(event, { preload });
  } catch (error) {
    if (error instanceof DatabaseUnusable) return refuse(503, error.message, '');
    throw error;
  }
};

/** What went wrong, in a sentence that says what to do; nothing of the inside but that. */
export const handleError: HandleServerError = ({ error, status, message }) => {
  if (error instanceof DatabaseUnusable) return { message: error.message };
  const trouble = databaseTrouble(error);
  if (trouble) return { message: trouble.message };
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
