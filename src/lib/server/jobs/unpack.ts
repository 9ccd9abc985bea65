import { unzipSync } from 'fflate';
import { parseJson, Refused } from '../refused';
import { MOST_PHOTO_BYTES } from './photos';

/** Most bytes of a package that comes in: with its pictures stored as they are, some 120 at their largest. */
export const MOST_PACKAGE_BYTES = 512_000_000;
/** Most bytes of a job's file, by itself or unpacked. */
export const MOST_JOB_BYTES = 96_000_000;
const PHOTO_NAME = /^photos\/([0-9a-f-]{36})\.(?:jpg|png|webp)$/;

/** Whether bytes begin as a ZIP file does. */
export const isZip = (bytes: Uint8Array): boolean => bytes[0] === 0x50 && bytes[1] === 0x4b;

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
