import { onceInWorker } from '$lib/device/in-worker';
import { MOST_BYTES, type SheetFile } from './file';
import type { SheetApi } from './sheet.worker';

/** Reads a file of cells off the main thread. */
export async function readSheet(file: File): Promise<SheetFile> {
  if (file.size > MOST_BYTES)
    return {
      ok: false,
      message: `The file is ${Math.round(file.size / 1_000_000)} MB; at most ${MOST_BYTES / 1_000_000} are read: leave pictures and other sheets out, or split it.`,
    };
  const bytes = new Uint8Array(await file.arrayBuffer());
  try {
    return await onceInWorker<SheetApi, SheetFile>(
      () => new Worker(new URL('./sheet.worker.ts', import.meta.url), { type: 'module' }),
      (api) => api.read(bytes),
    );
  } catch {
    return { ok: false, message: 'The file could not be read on this device: save it as CSV and try again.' };
  }
}
