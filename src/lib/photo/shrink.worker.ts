import { expose } from 'comlink';
import { MOST_BYTES, shrunkSize } from './shrink-size';

/** A shrunk picture, or why there is none. */
export type Shrunk = { ok: true; blob: Blob; width: number; height: number } | { ok: false; message: string };

const NOT_A_PICTURE =
  'This file is not a picture that can be read: take a photo, or choose a JPEG, PNG or WebP.';

async function shrink(file: Blob): Promise<Shrunk> {
  let picture: ImageBitmap;
  try {
    picture = await createImageBitmap(file);
  } catch {
    return { ok: false, message: NOT_A_PICTURE };
  }
  const { width, height } = shrunkSize(picture.width, picture.height);
  const canvas = new OffscreenCanvas(width, height);
  canvas.getContext('2d')!.drawImage(picture, 0, 0, width, height);
  picture.close();
  for (const quality of [0.85, 0.7, 0.5]) {
    const blob = await canvas.convertToBlob({ type: 'image/jpeg', quality });
    if (blob.size <= MOST_BYTES) return { ok: true, blob, width, height };
  }
  return { ok: false, message: 'This picture stays larger than 4 MB: take it again from further away.' };
}

const api = { shrink };
/** What this worker does. */
export type ShrinkApi = typeof api;
expose(api);
