import { authFor } from '$lib/server/access/auth';
import { database } from '$lib/server/db';
import { tooMany, wasGood } from '$lib/server/front/rates';
import { answering, Refused } from '$lib/server/refused';
import type { RequestHandler } from './$types';

/** What of the session package is reached from outside: keys of devices, and nothing else. */
const REACHED = new Set([
  'passkey/generate-register-options',
  'passkey/verify-registration',
  'passkey/generate-authenticate-options',
  'passkey/verify-authentication',
  'passkey/list-user-passkeys',
  'passkey/delete-passkey',
]);

const handle: RequestHandler = ({ request, params, url, locals, getClientAddress }) =>
  answering(async () => {
    if (!locals.guarded || !REACHED.has(params.all))
      throw new Refused('There is nothing at this address.', [], 404);
    const wait = await tooMany('entering', getClientAddress());
    if (wait !== null) throw new Refused(`Too many tries: wait ${wait} seconds.`, [], 429);
    const answer = await (await authFor(await database(), url.origin)).handler(request);
    if (answer.ok) await wasGood('entering', getClientAddress());
    return answer;
  });

export const GET = handle;
export const POST = handle;
