import { z } from 'zod';
import { takeFirstCode, takeInvite } from '$lib/server/access/invites';
import { deviceName, letIn } from '$lib/server/access/let-in';
import { database } from '$lib/server/db';
import { tooMany, wasGood } from '$lib/server/front/rates';
import { answering, readJson, Refused } from '$lib/server/refused';
import type { RequestHandler } from './$types';

const bodySchema = z.object({ code: z.string().min(1).max(40), name: z.string().max(120).default('') });

/** Lets a device in by a code that a lead showed, or by the one that is printed where the server runs. */
export const POST: RequestHandler = ({ request, url, getClientAddress }) =>
  answering(async () => {
    const wait = await tooMany('entering', getClientAddress());
    if (wait !== null) throw new Refused(`Too many codes were tried: wait ${wait} seconds.`, [], 429);
    const parsed = bodySchema.safeParse(await readJson(request, 2000));
    if (!parsed.success) throw Refused.fromZod('Send the code as it is shown.', parsed.error);
    const { code, name } = parsed.data;
    const db = await database();
    const user = (await takeFirstCode(db, code, name)) ?? (await takeInvite(db, code));
    await wasGood('entering', getClientAddress());
    return letIn(db, url.origin, user, deviceName(request));
  });
