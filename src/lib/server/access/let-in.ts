import { json, type RequestEvent } from '@sveltejs/kit';
import type { AccessEvent } from '$core/access/access-events';
import type { Db } from '../db/open';
import { noteAccess } from './access-log';
import { authFor } from './auth';
import { nameOf } from './people';

/** Where a request comes from, for the list of what happened. */
export const whence = ({
  request,
  getClientAddress,
}: Pick<RequestEvent, 'request' | 'getClientAddress'>) => ({
  device: deviceName(request),
  address: getClientAddress(),
});

/** Lets a device in as a person, and writes down how: the answer carries its cookie. */
export async function letIn(
  db: Db,
  event: Pick<RequestEvent, 'request' | 'url' | 'getClientAddress'>,
  user: string,
  how: AccessEvent,
): Promise<Response> {
  const auth = await authFor(db, event.url.origin);
  const device = deviceName(event.request);
  const entered = await auth.api.enterAs({ body: { user, device }, asResponse: true });
  await noteAccess(db, how, { person: await nameOf(db, user), ...whence(event) });
  const answer = json({ user });
  for (const cookie of entered.headers.getSetCookie()) answer.headers.append('set-cookie', cookie);
  return answer;
}

/** What a device is called in the list of those let in, from what its browser says of itself. */
export function deviceName(request: Request): string {
  const agent = request.headers.get('user-agent') ?? '';
  const kind = /iPad|Tablet/i.test(agent)
    ? 'tablet'
    : /Mobi|Android|iPhone/i.test(agent)
      ? 'phone'
      : agent
        ? 'computer'
        : 'program';
  const browser = /Firefox|Edg|Chrome|Safari/.exec(agent)?.[0];
  return browser ? `${kind}, ${browser === 'Edg' ? 'Edge' : browser}` : kind;
}
