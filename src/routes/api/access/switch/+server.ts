import { z } from 'zod';
import { deviceName, letIn } from '$lib/server/access/let-in';
import { isPin, putDeviceOut } from '$lib/server/access/people';
import { database } from '$lib/server/db';
import { tooMany, wasGood } from '$lib/server/front/rates';
import { answering, readJson, Refused } from '$lib/server/refused';
import type { RequestHandler } from './$types';

const bodySchema = z.object({ user: z.string().max(80), pin: z.string().max(8) });

/** Hands a shared device over to somebody else, by their PIN. */
export const POST: RequestHandler = ({ request, url, locals, getClientAddress }) =>
  answering(async () => {
    const wait = await tooMany('entering', getClientAddress());
    if (wait !== null) throw new Refused(`Too many PINs were tried: wait ${wait} seconds.`, [], 429);
    const parsed = bodySchema.safeParse(await readJson(request, 2000));
    if (!parsed.success) throw Refused.fromZod('Say who you are, and your PIN.', parsed.error);
    const db = await database();
    if (!(await isPin(db, parsed.data.user, parsed.data.pin)))
      throw new Refused('That is not this person’s PIN.', [{ path: 'pin', message: 'wrong' }], 403);
    await wasGood('entering', getClientAddress());
    const answer = await letIn(db, url.origin, parsed.data.user, deviceName(request));
    if (locals.who) await putDeviceOut(db, locals.who.session);
    return answer;
  });
