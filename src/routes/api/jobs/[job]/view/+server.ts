import { json } from '@sveltejs/kit';
import { database } from '$lib/server/db';
import { readClientView } from '$lib/server/jobs/client-view';
import { answering } from '$lib/server/refused';
import type { RequestHandler } from './$types';

/** A job as its client sees it, for whoever was let in. */
export const GET: RequestHandler = ({ params }) =>
  answering(async () =>
    json(await readClientView(await database(), params.job), { headers: { 'cache-control': 'no-store' } }),
  );
