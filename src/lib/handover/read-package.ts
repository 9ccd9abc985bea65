import { strFromU8, unzipSync } from 'fflate';

/** A file to be checked: what it holds, and the pictures of a package by their ids. */
export interface ToVerify {
  body: unknown;
  photos?: Map<string, Uint8Array>;
}

/** Reads a record, a job's file or a package. Throws where it is none of them. */
export function readToVerify(bytes: Uint8Array): ToVerify {
  if (bytes[0] !== 0x50 || bytes[1] !== 0x4b) return { body: JSON.parse(new TextDecoder().decode(bytes)) };
  const files = unzipSync(bytes, { filter: ({ name }) => name === 'job.json' || name.startsWith('photos/') });
  const photos = Object.entries(files).flatMap(([name, picture]) => {
    const id = /^photos\/([0-9a-f-]{36})\./.exec(name)?.[1];
    return id ? [[id, picture] as const] : [];
  });
  return { body: JSON.parse(strFromU8(files['job.json']!)), photos: new Map(photos) };
}
