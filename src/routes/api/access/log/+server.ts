import { json } from '@sveltejs/kit';
import { accessLog } from '$lib/server/access/access-log';
import { database } from '$lib/server/db';
import { answering } from '$lib/server/refused';
import type { RequestHandler } from './$types';

/** Who came in, was refused or was put out, the last first. */
export const GET: RequestHandler = () =>
  answering(async () => json({ events: await accessLog(await database()) }));
