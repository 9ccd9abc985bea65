import { noteAccess } from '$lib/server/access/access-log';
import { whence } from '$lib/server/access/let-in';
import { nameOf } from '$lib/server/access/people';
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

const handle: RequestHandler = (event) =>
  answering(async () => {
    const { request, params, url, locals, getClientAddress } = event;
    if (!locals.guarded || !REACHED.has(params.all))
      throw new Refused('There is nothing at this address.', [], 404);
    const wait = await tooMany('entering', getClientAddress());
    if (wait !== null) throw new Refused(`Too many tries: wait ${wait} seconds.`, [], 429);
    const db = await database();
    const answer = await (await authFor(db, url.origin)).handler(request);
    if (answer.ok) await wasGood('entering', getClientAddress());
    if (params.all === 'passkey/verify-registration' && answer.ok)
      await noteAccess(db, 'key-made', { person: locals.who?.name ?? null, ...whence(event) });
    if (params.all === 'passkey/verify-authentication') {
      const said = answer.ok ? ((await answer.clone().json()) as { session?: { userId?: string } }) : {};
      const person = said.session?.userId ? await nameOf(db, said.session.userId) : null;
      await noteAccess(db, answer.ok ? 'entered-by-key' : 'refused-key', { person, ...whence(event) });
    }
    return answer;
  });

export const GET = handle;
export const POST = handle;
