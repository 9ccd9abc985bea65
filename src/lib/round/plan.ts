import type { Link } from '$core/model/job';
import type { RoundPlan, RoundRoom } from '$core/survey/rounds';
import { onceInWorker, plain } from '$lib/device/in-worker';
import type { OpenJob } from '$lib/job/open-job.svelte';
import type { RoundApi, RoundAsked } from './round.worker';

/** What is said where this device could not plan a round. */
export const NOT_PLANNED =
  'The walk could not be planned on this device: open this screen again and try again.';

/** Plans rounds off the main thread. */
export const planInWorker = (asked: RoundAsked): Promise<RoundPlan> =>
  onceInWorker<RoundApi, RoundPlan>(
    () => new Worker(new URL('./round.worker.ts', import.meta.url), { type: 'module' }),
    (api) => api.plan(plain(asked)),
  );

/** The rooms behind a closet's links, each with its links in the order of their outlets. */
export function roomsOf(job: OpenJob, links: readonly Link[]): RoundRoom[] {
  const rooms = new Map<string, RoundRoom>();
  for (const link of links) {
    const room = job.plan.where(link).tail.space;
    if (!room) continue;
    const before = rooms.get(room.id)?.links ?? [];
    rooms.set(room.id, { id: room.id, floor: room.floor, x: room.x, y: room.y, links: [...before, link.id] });
  }
  return [...rooms.values()];
}
