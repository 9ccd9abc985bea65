import { json } from '@sveltejs/kit';
import { fromSegment } from '$lib/address/address';
import { database } from '$lib/server/db';
import { entriesOf } from '$lib/server/jobs/entry-rows';
import { readPlan } from '$lib/server/jobs/job-file';
import { answering, noSuchJob, noSuchLink } from '$lib/server/refused';
import type { RequestHandler } from './$types';

/** The log of one link, in the order in which it arrived. */
export const GET: RequestHandler = ({ params }) =>
  answering(async () => {
    const link = fromSegment(params.link);
    const db = await database();
    const plan = await readPlan(db, params.job);
    if (!plan) throw noSuchJob(params.job);
    if (!plan.links.some((l) => l.id === link)) throw noSuchLink(link, 'link');
    return json({ entries: await entriesOf(db, params.job, link) });
  });
