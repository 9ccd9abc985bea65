import { unzipSync, Zip, ZipDeflate, ZipPassThrough } from 'fflate';
import type { Db } from '../db/open';
import { parseJson, Refused } from '../refused';
import { exportJob } from './job-file';
import { MOST_PHOTO_BYTES, readPhoto } from './photos';

/** Most bytes of a package that comes in: with its pictures stored as they are, some 120 at their largest. */
export const MOST_PACKAGE_BYTES = 512_000_000;
/** Most bytes of its job file once unpacked: as much as a job file may have by itself. */
const MOST_JOB_BYTES = 96_000_000;
const ENDINGS: Record<string, string> = { 'image/jpeg': 'jpg', 'image/png': 'png', 'image/webp': 'webp' };
const PHOTO_NAME = /^photos\/([0-9a-f-]{36})\.(?:jpg|png|webp)$/;

/** Whether bytes begin as a ZIP file does. */
export const isZip = (bytes: Uint8Array): boolean => bytes[0] === 0x50 && bytes[1] === 0x4b;

/**
 * A job as `gauntlet/package@1`: a ZIP of `job.json` and its pictures, `photos/ID.jpg|png|webp`, written piece by
 * piece so that no more than one picture is in memory. Undefined where there is no such job.
 */
export async function exportPackage(db: Db, job: string): Promise<ReadableStream<Uint8Array> | undefined> {
  const file = await exportJob(db, job);
  if (file === undefined) return undefined;
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
  body.push(new TextEncoder().encode(file), true);
  let next = 0;
  return new ReadableStream<Uint8Array>({
    async pull(controller) {
      while (!ready.length && !ended && !failed) {
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

/** What a package holds: its job, not yet checked, and its pictures by their ids. */
export interface Unpacked {
  body: unknown;
  photos: Map<string, Uint8Array>;
}

/** Reads a package. What is not of a package is left where it is; nothing is unpacked that is larger than it may be. Throws `Refused`. */
export function unpack(bytes: Uint8Array): Unpacked {
  let total = 0;
  let files: Record<string, Uint8Array>;
  try {
    files = unzipSync(bytes, {
      filter: ({ name, originalSize }) => {
        const photo = PHOTO_NAME.test(name);
        if (name !== 'job.json' && !photo) return false;
        total += originalSize;
        if (originalSize > (photo ? MOST_PHOTO_BYTES : MOST_JOB_BYTES) || total > MOST_PACKAGE_BYTES)
          throw new Refused(`${name} is larger in this package than it may be.`, [{ path: name, message: 'too large' }], 413); // prettier-ignore
        return true;
      },
    });
  } catch (error) {
    if (error instanceof Refused) throw error;
    throw new Refused('This package is damaged and cannot be unpacked: save it again where it came from.');
  }
  const job = files['job.json'];
  if (!job)
    throw new Refused('There is no job.json in this ZIP file: choose a package that was saved from a job.');
  const photos = new Map<string, Uint8Array>();
  for (const [name, photo] of Object.entries(files)) {
    const id = PHOTO_NAME.exec(name)?.[1];
    if (id) photos.set(id, photo);
  }
  return { body: parseJson(job), photos };
}
