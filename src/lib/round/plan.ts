import type { Floor, Link } from '$core/model/job';
import type { Hands, RoundPlan, RoundRoom } from '$core/survey/rounds';
import type { Place } from '$core/survey/distance';
import type { OpenJob } from '$lib/job/open-job.svelte';

/** Plans rounds off the main thread. */
export function planInWorker(
  closet: Place,
  rooms: readonly RoundRoom[],
  remotes: number | readonly number[],
  hands: Hands,
  floors: readonly Floor[],
): Promise<RoundPlan> {
  const worker = new Worker(new URL('./round.worker.ts', import.meta.url), { type: 'module' });
  return new Promise((resolve, reject) => {
    worker.onmessage = (event: MessageEvent<RoundPlan>) => {
      worker.terminate();
      resolve(event.data);
    };
    worker.onerror = (event) => {
      worker.terminate();
      reject(new Error(event.message));
    };
    worker.postMessage(JSON.parse(JSON.stringify({ closet, rooms, remotes, hands, floors })));
  });
}

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
