import { onceInWorker } from '$lib/device/in-worker';
import type { ShrinkApi, Shrunk } from './shrink.worker';

/** Shrinks a picture off the main thread. */
export async function shrinkPhoto(file: Blob): Promise<Shrunk> {
  try {
    return await onceInWorker<ShrinkApi, Shrunk>(
      () => new Worker(new URL('./shrink.worker.ts', import.meta.url), { type: 'module' }),
      (api) => api.shrink(file),
    );
  } catch {
    return { ok: false, message: 'The picture could not be shrunk on this device: try another.' };
  }
}
