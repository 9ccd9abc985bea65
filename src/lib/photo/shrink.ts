import type { Shrunk } from './shrink.worker';

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
