import { json } from '@sveltejs/kit';
import { clientView } from '$core/handover/client-view';
import { database } from '$lib/server/db';
import { handoverState } from '$lib/server/jobs/handover';
import { readPlan } from '$lib/server/jobs/job-file';
import { jobOfShare } from '$lib/server/jobs/shares';
import { readStates } from '$lib/server/jobs/states';
import { answering } from '$lib/server/refused';
import type { RequestHandler } from './$types';

/** A job as its client sees it, by the secret of an address. */
export const GET: RequestHandler = ({ params }) =>
  answering(async () => {
    const db = await database();
    const job = await jobOfShare(db, params.secret);
    const plan = (await readPlan(db, job))!;
    const states = new Map((await readStates(db, job)).map((s) => [s.link, s]));
    const view = clientView(plan, (l) => states.get(l.id)!, await handoverState(db, job), new Date().toISOString()); // prettier-ignore
    return json(view, { headers: { 'cache-control': 'no-store', 'x-robots-tag': 'noindex' } });
  });
