import { json } from '@sveltejs/kit';
import { z } from 'zod';
import { noteAccess } from '$lib/server/access/access-log';
import { whence } from '$lib/server/access/let-in';
import { setPin } from '$lib/server/access/people';
import { database } from '$lib/server/db';
import { answering, readJson, Refused } from '$lib/server/refused';
import type { RequestHandler } from './$types';

/** Sets one's own PIN, for tablets that several people share; an empty one takes it away. */
export const POST: RequestHandler = (event) =>
  answering(async () => {
    const { request, locals } = event;
    const parsed = z.object({ pin: z.string().max(8) }).safeParse(await readJson(request, 2000));
    if (!parsed.success) throw Refused.fromZod('A PIN has 4 to 8 digits.', parsed.error);
    if (!locals.who) throw new Refused('Nobody has to be let in here: a PIN would do nothing.', [], 409);
    const db = await database();
    await setPin(db, locals.who.id, parsed.data.pin);
    const what = parsed.data.pin === '' ? 'pin-taken-away' : 'pin-set';
    await noteAccess(db, what, { person: locals.who.name, ...whence(event) });
    return json({});
  });
