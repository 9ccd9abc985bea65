import { z } from 'zod';
import { noteAccess } from '$lib/server/access/access-log';
import { letIn, whence } from '$lib/server/access/let-in';
import { checkPin, nameOf, putDeviceOut } from '$lib/server/access/people';
import { database } from '$lib/server/db';
import { tooMany, wasGood } from '$lib/server/front/rates';
import { answering, readJson, Refused } from '$lib/server/refused';
import type { RequestHandler } from './$types';

const bodySchema = z.object({ user: z.string().max(80), pin: z.string().max(8) });

/** Hands a shared device over to somebody else, by their PIN. */
export const POST: RequestHandler = (event) =>
  answering(async () => {
    const { request, locals, getClientAddress } = event;
    const wait = await tooMany('entering', getClientAddress());
    if (wait !== null) throw new Refused(`Too many PINs were tried: wait ${wait} seconds.`, [], 429);
    const parsed = bodySchema.safeParse(await readJson(request, 2000));
    if (!parsed.success) throw Refused.fromZod('Say who you are, and your PIN.', parsed.error);
    const db = await database();
    try {
      await checkPin(db, parsed.data.user, parsed.data.pin);
    } catch (refusal) {
      if (refusal instanceof Refused)
        await noteAccess(db, 'refused-pin', { person: await nameOf(db, parsed.data.user), ...whence(event) });
      throw refusal;
    }
    await wasGood('entering', getClientAddress());
    const answer = await letIn(db, event, parsed.data.user, 'entered-by-pin');
    if (locals.who) await putDeviceOut(db, locals.who.session);
    return answer;
  });
