import { MOST_BYTES, type SheetFile } from './file';

/** Reads a file of cells off the main thread. */
export async function readSheet(file: File): Promise<SheetFile> {
  if (file.size > MOST_BYTES)
    return {
      ok: false,
      message: `The file is ${Math.round(file.size / 1_000_000)} MB; at most ${MOST_BYTES / 1_000_000} are read: leave pictures and other sheets out, or split it.`,
    };
  const bytes = new Uint8Array(await file.arrayBuffer());
  const worker = new Worker(new URL('./sheet.worker.ts', import.meta.url), { type: 'module' });
  return new Promise((resolve) => {
    const done = (answer: SheetFile) => {
      worker.terminate();
      resolve(answer);
    };
    worker.onmessage = (event: MessageEvent<SheetFile>) => done(event.data);
    worker.onerror = () =>
      done({
        ok: false,
        message: 'The file could not be read on this device: save it as CSV and try again.',
      });
    worker.postMessage(bytes);
  });
}
