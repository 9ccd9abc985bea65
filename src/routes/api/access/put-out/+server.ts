import { json } from '@sveltejs/kit';
import { z } from 'zod';
import { noteAccess } from '$lib/server/access/access-log';
import { whence } from '$lib/server/access/let-in';
import { putDeviceOut, putPersonOut, nameOf } from '$lib/server/access/people';
import { database } from '$lib/server/db';
import { answering, readJson, Refused } from '$lib/server/refused';
import type { RequestHandler } from './$types';

const bodySchema = z.union([
  z.object({ device: z.string().max(80) }),
  z.object({ person: z.string().max(80) }),
]);

/** Puts a device out, or a person with all of theirs. */
export const POST: RequestHandler = (event) =>
  answering(async () => {
    const parsed = bodySchema.safeParse(await readJson(event.request, 2000));
    if (!parsed.success) throw Refused.fromZod('Say which device or which person.', parsed.error);
    const db = await database();
    const by = event.locals.who?.name ?? null;
    if ('device' in parsed.data) {
      const person = await putDeviceOut(db, parsed.data.device);
      await noteAccess(db, 'device-put-out', { person, by, ...whence(event) });
    } else {
      const person = await nameOf(db, parsed.data.person);
      await putPersonOut(db, parsed.data.person);
      await noteAccess(db, 'person-put-out', { person, by, ...whence(event) });
    }
    return json({});
  });
