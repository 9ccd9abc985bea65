import { clientView, type ClientView } from '$core/handover/client-view';
import type { Db } from '../db/open';
import { noSuchJob } from '../refused';
import { handoverState } from './handover';
import { readPlan } from './job-file';
import { readStates } from './states';

/** A job as its client sees it now. Throws `Refused` where there is no such job. */
export async function readClientView(db: Db, job: string): Promise<ClientView> {
  const plan = await readPlan(db, job);
  if (!plan) throw noSuchJob(job);
  const states = new Map((await readStates(db, job)).map((s) => [s.link, s]));
  return clientView(plan, (l) => states.get(l.id)!, await handoverState(db, job), new Date().toISOString());
}
