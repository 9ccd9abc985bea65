import { json } from '@sveltejs/kit';
import { noteAccess } from '$lib/server/access/access-log';
import { whence } from '$lib/server/access/let-in';
import { putDeviceOut } from '$lib/server/access/people';
import { database } from '$lib/server/db';
import { answering } from '$lib/server/refused';
import type { RequestHandler } from './$types';

/** Puts this device out. */
export const POST: RequestHandler = (event) =>
  answering(async () => {
    const { who } = event.locals;
    if (who) {
      const db = await database();
      await putDeviceOut(db, who.session);
      await noteAccess(db, 'left', { person: who.name, ...whence(event) });
    }
    return json({});
  });
