import type { KitReport } from '$core/kit/report';
import { apiAddress, asking } from '$lib/address/address';
import type { OpenJob } from '$lib/job/open-job.svelte';

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

async function here(job: OpenJob, closet: string): Promise<KitReport> {
  const worker = new Worker(new URL('./kit.worker.ts', import.meta.url), { type: 'module' });
  try {
    return await new Promise<KitReport>((resolve, reject) => {
      worker.onmessage = (event: MessageEvent<KitReport>) => resolve(event.data);
      worker.onerror = (event) => reject(new Error(event.message));
      const statuses = job.plan.ordered.map((l) => job.statusOf(l.id));
      worker.postMessage(JSON.parse(JSON.stringify({ plan: job.plan.now, log: job.log.here, statuses, ...(closet ? { closet } : {}) }))); // prettier-ignore
    });
  } finally {
    worker.terminate();
  }
}
