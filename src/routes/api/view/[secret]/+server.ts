import { json } from '@sveltejs/kit';
import { database } from '$lib/server/db';
import { readClientView } from '$lib/server/jobs/client-view';
import { jobOfShare } from '$lib/server/jobs/shares';
import { answering } from '$lib/server/refused';
import type { RequestHandler } from './$types';

/** A job as its client sees it, by the secret of an address. */
export const GET: RequestHandler = ({ params }) =>
  answering(async () => {
    const db = await database();
    const view = await readClientView(db, await jobOfShare(db, params.secret));
    return json(view, { headers: { 'cache-control': 'no-store', 'x-robots-tag': 'noindex' } });
  });
