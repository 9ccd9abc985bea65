import { json } from '@sveltejs/kit';
import { putDeviceOut } from '$lib/server/access/people';
import { database } from '$lib/server/db';
import { answering } from '$lib/server/refused';
import type { RequestHandler } from './$types';

/** Puts this device out. */
export const POST: RequestHandler = ({ locals }) =>
  answering(async () => {
    if (locals.who) await putDeviceOut(await database(), locals.who.session);
    return json({});
  });
