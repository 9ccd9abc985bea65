import { createStore, del, entries, get, set } from 'idb-keyval';
import type { Shrunk } from './shrink.worker';

const store = () => createStore('gauntlet-photos', 'waiting');
const keyOf = (job: string, id: string) => `${job} ${id}`;

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
  await set(keyOf(job, id), blob, store());
  void sendPhotos(job);
}

/** Sends a job's pictures that wait; those the server has leave this device. */
export async function sendPhotos(job: string): Promise<void> {
  for (const [key, blob] of await entries<string, Blob>(store())) {
    const [of, id] = key.split(' ');
    if (of !== job) continue;
    try {
      const answer = await fetch(`/api/jobs/${job}/photos/${id}`, { method: 'PUT', body: blob });
      if (answer.ok) await del(key, store());
    } catch {
      return;
    }
  }
}

/** Where a picture is to be had: on this device while it waits, else on the server. */
export async function photoUrl(job: string, id: string): Promise<string> {
  const blob = await get<Blob>(keyOf(job, id), store());
  return blob ? URL.createObjectURL(blob) : `/api/jobs/${job}/photos/${id}`;
}
