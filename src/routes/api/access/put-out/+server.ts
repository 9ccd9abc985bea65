import { json } from '@sveltejs/kit';
import { z } from 'zod';
import { putDeviceOut, putPersonOut } from '$lib/server/access/people';
import { database } from '$lib/server/db';
import { answering, readJson, Refused } from '$lib/server/refused';
import type { RequestHandler } from './$types';

const bodySchema = z.union([
  z.object({ device: z.string().max(80) }),
  z.object({ person: z.string().max(80) }),
]);

/** Puts a device out, or a person with all of theirs. */
export const POST: RequestHandler = ({ request }) =>
  answering(async () => {
    const parsed = bodySchema.safeParse(await readJson(request, 2000));
    if (!parsed.success) throw Refused.fromZod('Say which device or which person.', parsed.error);
    const db = await database();
    if ('device' in parsed.data) await putDeviceOut(db, parsed.data.device);
    else await putPersonOut(db, parsed.data.person);
    return json({});
  });
