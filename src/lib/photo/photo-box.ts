import { apiAddress } from '$lib/address/address';
import { deviceStore } from '$lib/device/store';
import { refusalWords } from '$lib/device/ask-server';
import type { Shrunk } from './shrink.worker';

const keyOf = (job: string, id: string) => `${job} ${id}`;
const pathOf = (job: string, id: string) => apiAddress(job, 'photos', id);
/** A picture over a slow line takes its time. */
const SENT_WITHIN_MS = 120_000;

/** Shrinks a picture off the main thread. */
export function shrinkPhoto(file: Blob): Promise<Shrunk> {
  const worker = new Worker(new URL('./shrink.worker.ts', import.meta.url), { type: 'module' });
  return new Promise((resolve) => {
    const done = (answer: Shrunk) => {
      worker.terminate();
      resolve(answer);
    };
    worker.onmessage = (event: MessageEvent<Shrunk>) => done(event.data);
    worker.onerror = () =>
      done({ ok: false, message: 'The picture could not be shrunk on this device: try another.' });
    worker.postMessage(file);
  });
}

/** Keeps a picture on this device until the server has it, and begins to send. */
export async function keepPhoto(job: string, id: string, blob: Blob): Promise<void> {
  await (await deviceStore()).put('photos', { job, id, blob }, keyOf(job, id));
  void sendPhotos(job);
}

/** Sends a job's pictures that wait. Those the server has leave this device; one it refuses stays, with its reason, and is not sent again. */
export async function sendPhotos(job: string): Promise<void> {
  const store = await deviceStore().catch(() => null);
  if (!store) return;
  for (const photo of await store.getAll('photos')) {
    if (photo.job !== job || photo.refused) continue;
    try {
      const answer = await fetch(pathOf(job, photo.id), {
        method: 'PUT',
        body: photo.blob,
        signal: AbortSignal.timeout(SENT_WITHIN_MS),
      });
      if (answer.ok) await store.delete('photos', keyOf(job, photo.id));
      else if (answer.status < 500)
        await store.put('photos', { ...photo, refused: await refusalWords(answer) }, keyOf(job, photo.id));
    } catch {
      return;
    }
  }
}

/** Pictures of a job that the server refused, each with why. */
export async function refusedPhotos(job: string): Promise<{ id: string; refused: string }[]> {
  const store = await deviceStore().catch(() => null);
  const all = (await store?.getAll('photos')) ?? [];
  return all.flatMap((p) => (p.job === job && p.refused ? [{ id: p.id, refused: p.refused }] : []));
}

/** Lets go of a picture the server refused. */
export async function dropPhoto(job: string, id: string): Promise<void> {
  await (await deviceStore()).delete('photos', keyOf(job, id));
}

/** Where a picture is to be had: on this device while it waits, else on the server. */
export async function photoUrl(job: string, id: string): Promise<string> {
  const photo = await deviceStore()
    .then((s) => s.get('photos', keyOf(job, id)))
    .catch(() => undefined);
  return photo ? URL.createObjectURL(photo.blob) : pathOf(job, id);
}
