import { setImmediate as othersTurn } from 'node:timers/promises';
import { Zip, ZipDeflate, ZipPassThrough } from 'fflate';
import type { Db } from '../db/open';
import { readPhoto } from './photos';

const ENDINGS: Record<string, string> = { 'image/jpeg': 'jpg', 'image/png': 'png', 'image/webp': 'webp' };

/** Bytes of a job's file that are packed before others have their turn. */
const SLICE = 1_000_000;

/**
 * A job as `gauntlet/package@1`: a ZIP of its file as `job.json` and its pictures, `photos/ID.jpg|png|webp`, written
 * piece by piece so that no more than one picture is in memory and others are answered meanwhile.
 */
export async function exportPackage(
  db: Db,
  job: string,
  file: Uint8Array,
): Promise<ReadableStream<Uint8Array>> {
  const photos = await db.selectFrom('photo').select(['id', 'type']).where('job', '=', job).orderBy('id').execute(); // prettier-ignore
  const ready: Uint8Array[] = [];
  let failed: Error | null = null;
  let ended = false;
  const zip = new Zip((error, chunk, final) => {
    if (error) failed = error;
    else ready.push(chunk);
    if (final) ended = true;
  });
  const body = new ZipDeflate('job.json', { level: 6 });
  zip.add(body);
  let packed = 0;
  let next = 0;
  return new ReadableStream<Uint8Array>({
    async pull(controller) {
      while (!ready.length && !ended && !failed) {
        if (packed < file.byteLength) {
          await othersTurn();
          const slice = file.subarray(packed, (packed += SLICE));
          body.push(slice, packed >= file.byteLength);
          continue;
        }
        const photo = photos[next++];
        if (!photo) {
          zip.end();
          continue;
        }
        const kept = await readPhoto(db, job, photo.id);
        if (!kept) continue;
        // A picture is packed already.
        const item = new ZipPassThrough(`photos/${photo.id}.${ENDINGS[photo.type] ?? 'jpg'}`);
        zip.add(item);
        item.push(new Uint8Array(kept.bytes), true);
      }
      if (failed) return controller.error(failed);
      for (const chunk of ready.splice(0)) controller.enqueue(chunk);
      if (ended) controller.close();
    },
  });
}
