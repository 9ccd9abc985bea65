import type { Working } from '$core/trend/calendar';
import type { Trend } from '$core/trend/trend';
import { apiAddress, asking } from '$lib/address/address';
import { onceInWorker, plain } from '$lib/device/in-worker';
import type { OpenJob } from '$lib/job/open-job.svelte';
import type { TrendApi } from './trend.worker';

/** The ISO day it is where the device is. */
export const today = (): string => {
  const now = new Date();
  return new Date(now.getTime() - now.getTimezoneOffset() * 60_000).toISOString().slice(0, 10);
};

/** The trend of a job for whoever has this device: worked out here where its whole log lies here, else by the server. */
async function workedOut(job: OpenJob, working: Working | undefined): Promise<Trend> {
  const { me } = job.here;
  if (!job.log.whole) {
    const address = asking(apiAddress(job.plan.id, 'trend'), { me, today: today(), ...(working ? { working: JSON.stringify(working) } : {}) }); // prettier-ignore
    const answer = await fetch(address);
    if (!answer.ok) throw new Error('no trend from the server');
    return (await answer.json()) as Trend;
  }
  const statuses = job.plan.ordered.map((l) => job.statusOf(l.id));
  return onceInWorker<TrendApi, Trend>(
    () => new Worker(new URL('./trend.worker.ts', import.meta.url), { type: 'module' }),
    (api) => api.trend(plain({ plan: job.plan.now, log: job.log.here, statuses, me, today: today(), ...(working ? { working } : {}) })), // prettier-ignore
  );
}

let last = 0;
/**
 * The trend that a screen shows: a question that another has overtaken is answered with null. Throws where the log is not
 * here and no server is.
 */
export async function askTrend(job: OpenJob, working: Working | undefined): Promise<Trend | null> {
  const asked = ++last;
  const trend = await workedOut(job, working);
  return asked === last ? trend : null;
}

const wear = new Map<string, Promise<Trend | null>>();
/** How blades wear on a job, worked out once while it is open: for the bench, where nobody waits for it. */
export async function bladesHere(job: OpenJob): Promise<Trend['blades']> {
  const key = job.plan.id;
  if (!wear.has(key))
    wear.set(
      key,
      workedOut(job, undefined).catch(() => null),
    );
  return (await wear.get(key)!)?.blades ?? null;
}
