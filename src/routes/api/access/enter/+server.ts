import { z } from 'zod';
import { takeFirstCode, takeInvite } from '$lib/server/access/invites';
import { noteAccess } from '$lib/server/access/access-log';
import { letIn, whence } from '$lib/server/access/let-in';
import { database } from '$lib/server/db';
import type { Db } from '$lib/server/db/open';
import { tooMany, wasGood } from '$lib/server/front/rates';
import { answering, readJson, Refused } from '$lib/server/refused';
import type { RequestHandler } from './$types';

const bodySchema = z.object({ code: z.string().min(1).max(40), name: z.string().max(120).default('') });

/** Lets a device in by a code that a lead showed, or by the one that is printed where the server runs. */
export const POST: RequestHandler = (event) =>
  answering(async () => {
    const { request, getClientAddress } = event;
    const wait = await tooMany('entering', getClientAddress());
    if (wait !== null) throw new Refused(`Too many codes were tried: wait ${wait} seconds.`, [], 429);
    const parsed = bodySchema.safeParse(await readJson(request, 2000));
    if (!parsed.success) throw Refused.fromZod('Send the code as it is shown.', parsed.error);
    const { code, name } = parsed.data;
    const db = await database();
    const user = (await takeFirstCode(db, code, name)) ?? (await takenInvite(db, code, whence(event)));
    await wasGood('entering', getClientAddress());
    return letIn(db, event, user, 'entered');
  });

/** Takes a code; that one was refused is written down. */
async function takenInvite(db: Db, code: string, from: ReturnType<typeof whence>): Promise<string> {
  try {
    return await takeInvite(db, code);
  } catch (refusal) {
    if (refusal instanceof Refused) await noteAccess(db, 'refused-code', from);
    throw refusal;
  }
}
