import { json } from '@sveltejs/kit';
import { z } from 'zod';
import { setPin } from '$lib/server/access/people';
import { database } from '$lib/server/db';
import { answering, readJson, Refused } from '$lib/server/refused';
import type { RequestHandler } from './$types';

/** Sets one's own PIN, for tablets that several people share; an empty one takes it away. */
export const POST: RequestHandler = ({ request, locals }) =>
  answering(async () => {
    const parsed = z.object({ pin: z.string().max(8) }).safeParse(await readJson(request, 2000));
    if (!parsed.success) throw Refused.fromZod('A PIN has 4 to 8 digits.', parsed.error);
    if (!locals.who) throw new Refused('Nobody has to be let in here: a PIN would do nothing.', [], 409);
    await setPin(await database(), locals.who.id, parsed.data.pin);
    return json({});
  });
