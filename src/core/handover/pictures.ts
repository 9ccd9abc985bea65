import { sha256 } from '@noble/hashes/sha2.js';
import { bytesToHex } from '@noble/hashes/utils.js';
import type { LogEntry } from '../model/entry';
import type { JobFile } from '../model/job';

/** The sum of a picture's bytes, as its entry carries it. SHA-256, FIPS 180-4. */
export const sumOfPicture = (bytes: Uint8Array): string => bytesToHex(sha256(bytes));

/** What the pictures of a package say: each has to be the one its entry names. */
export function picturesHold(
  file: Pick<JobFile, 'entries' | 'links'>,
  photos: ReadonlyMap<string, Uint8Array>,
): { ok: boolean; says: string[] } {
  const labels = new Map(file.links.map((l) => [l.id, l.label]));
  let [there, missing, unsummed] = [0, 0, 0];
  for (const e of file.entries as LogEntry[]) {
    if (e.kind !== 'photo') continue;
    const bytes = photos.get(e.data.photo);
    if (!bytes) missing++;
    else if (!e.data.sha256) unsummed++;
    else if (sumOfPicture(bytes) === e.data.sha256) there++;
    else
      return { ok: false, says: [`The picture of ${labels.get(e.link) ?? e.link}, ${e.end ?? ''} of ${e.at.slice(0, 10)} is not the one that was taken (${e.data.photo}).`] }; // prettier-ignore
  }
  const many = (n: number) => (n === 1 ? '1 picture' : `${n} pictures`);
  const is = (n: number) => (n === 1 ? 'is' : 'are');
  return {
    ok: true,
    says: [
      ...(there ? [`${many(there)} ${is(there)} what was taken.`] : []),
      ...(unsummed ? [`${many(unsummed)} of an older version: nobody can say whether they are what was taken.`] : []), // prettier-ignore
      ...(missing ? [`${many(missing)} that the log names ${is(missing)} not in this package.`] : []),
    ],
  };
}
