import type { KitReport } from '$core/kit/report';
import { apiAddress, asking } from '$lib/address/address';
import { onceInWorker, plain } from '$lib/device/in-worker';
import type { OpenJob } from '$lib/job/open-job.svelte';
import type { KitApi } from './kit.worker';

let last = 0;
/**
 * What a job takes, took and will take, of one closet where it is named: worked out here where the whole log lies here,
 * else by the server. Null where another question has overtaken it; throws where neither can.
 */
export async function askKit(job: OpenJob, closet: string): Promise<KitReport | null> {
  const asked = ++last;
  const report = job.log.whole ? await here(job, closet) : await there(job, closet);
  return asked === last ? report : null;
}

async function there(job: OpenJob, closet: string): Promise<KitReport> {
  const answer = await fetch(asking(apiAddress(job.plan.id, 'kit'), closet ? { closet } : {}));
  if (!answer.ok) throw new Error('no figures from the server');
  return (await answer.json()) as KitReport;
}

function here(job: OpenJob, closet: string): Promise<KitReport> {
  const statuses = job.plan.ordered.map((l) => job.statusOf(l.id));
  return onceInWorker<KitApi, KitReport>(
    () => new Worker(new URL('./kit.worker.ts', import.meta.url), { type: 'module' }),
    (api) => api.report(plain({ plan: job.plan.now, log: job.log.here, statuses, ...(closet ? { closet } : {}) })), // prettier-ignore
  );
}
