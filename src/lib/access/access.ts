import type { Role } from '$core/access/rights';
import { refusalWords, sendJson } from '$lib/device/ask-server';

/** Whether people have to be let in here, who this device is let in as, and who else can take it over by a PIN. */
export interface Access {
  guarded: boolean;
  /** Nobody was let in yet: the code is printed where the server runs. */
  first: boolean;
  who: { id: string; name: string; role: Role; job: string | null } | null;
  others: { id: string; name: string }[];
}

/** A person who was let in, with their devices. */
export interface LetIn {
  id: string;
  name: string;
  role: Role;
  job: string | null;
  hasPin: boolean;
  devices: { id: string; device: string; since: string; seen: string }[];
}

/** How people are let in here; null where the server is out of reach. */
export async function askAccess(): Promise<Access | null> {
  try {
    const answer = await fetch('/api/access');
    return answer.ok ? ((await answer.json()) as Access) : null;
  } catch {
    return null;
  }
}

/** Sends something about access. The sentence that says why it was refused, or what came back. */
export async function tellAccess<T>(
  path: string,
  body: unknown,
): Promise<{ ok: true; said: T } | { ok: false; message: string }> {
  try {
    const answer = await sendJson(`/api/access/${path}`, body);
    if (!answer.ok) return { ok: false, message: await refusalWords(answer) };
    return { ok: true, said: (await answer.json()) as T };
  } catch {
    return { ok: false, message: 'The server is out of reach: try again where there is a signal.' };
  }
}
