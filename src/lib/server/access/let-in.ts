import { json } from '@sveltejs/kit';
import type { Db } from '../db/open';
import { authFor } from './auth';

/** Lets a device in as a person: the answer carries its cookie. */
export async function letIn(db: Db, origin: string, user: string, device: string): Promise<Response> {
  const auth = await authFor(db, origin);
  const entered = await auth.api.enterAs({ body: { user, device }, asResponse: true });
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
