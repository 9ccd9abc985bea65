import { imageSize } from 'image-size';
import { sql, type Kysely } from 'kysely';
import type { Db } from '../db/open';
import type { Database } from '../db/schema';
import { noSuchJob, Refused } from '../refused';

/** Most bytes a picture may have once it was shrunk. */
export const MOST_PHOTO_BYTES = 4_000_000;
/** Most pixels of a picture: no camera of a phone makes more, and a screen that unpacks more dies of it. */
const MOST_PIXELS = 60_000_000;
const tooManyPixels = new Refused(
  'The picture has more than 60 million pixels: shrink it first.',
  [{ path: 'photo', message: 'too many pixels' }],
  413,
);
/** Most bytes of pictures a job may have. Our judgement: some 5,000 close-ups. */
const MOST_JOB_BYTES = 2_000_000_000;
const TYPES: Record<string, string> = { jpg: 'image/jpeg', png: 'image/png', webp: 'image/webp' };

/** What a picture is by its content, whatever it is called. Throws `Refused` where it is none. */
export function pictureOf(bytes: Uint8Array): { type: string; width: number; height: number } {
  const none = new Refused('This is not a picture: take a photo as JPEG, PNG or WebP.', [
    { path: 'photo', message: 'not a JPEG, PNG or WebP picture' },
  ]);
  if (bytes.byteLength > MOST_PHOTO_BYTES)
    throw new Refused(
      'The picture is larger than 4 MB: shrink it first.',
      [{ path: 'photo', message: 'too large' }],
      413,
    );
  try {
    const { width, height, type } = imageSize(bytes);
    const media = TYPES[type ?? ''];
    if (media && width > 0 && height > 0) {
      if (width * height > MOST_PIXELS) throw tooManyPixels;
      return { type: media, width, height };
    }
  } catch (error) {
    throw error instanceof Refused ? error : none;
  }
  throw none;
}

/** Keeps a picture under the id it was given where it was taken; the same id twice is kept once. */
export async function keepPhoto(db: Db, job: string, id: string, bytes: Uint8Array): Promise<void> {
  if (!/^[0-9a-f-]{36}$/.test(id))
    throw new Refused('A picture needs a UUID of its own.', [{ path: 'id', message: 'must be a UUID' }]);
  const picture = pictureOf(bytes);
  const there = await db.selectFrom('job').select('id').where('id', '=', job).executeTakeFirst();
  if (!there) throw noSuchJob(job);
  const before = await db
    .selectFrom('photo')
    .select(['job', 'bytes'])
    .where('id', '=', id)
    .executeTakeFirst();
  if (before) {
    if (before.job === job && Buffer.compare(Buffer.from(before.bytes), Buffer.from(bytes)) === 0) return;
    throw new Refused(
      'Another picture has this id already: give every picture an id of its own.',
      [{ path: 'id', message: 'taken' }],
      409,
    );
  }
  const { total } = await db
    .selectFrom('photo')
    .select(sql<number>`coalesce(sum(length(bytes)), 0)`.as('total'))
    .where('job', '=', job)
    .executeTakeFirstOrThrow();
  if (total + bytes.byteLength > MOST_JOB_BYTES)
    throw new Refused(
      'This job has 2 GB of pictures: no more are taken.',
      [{ path: 'photo', message: 'no room left for this job' }],
      413,
    );
  await insertPhoto(db, job, id, bytes, picture);
}

/** Puts a picture in, once. Throws `Refused` where it is none. */
export const insertPhoto = async (
  db: Kysely<Database>,
  job: string,
  id: string,
  bytes: Uint8Array,
  picture = pictureOf(bytes),
): Promise<unknown> =>
  db
    .insertInto('photo')
    .values({ id, job, ...picture, bytes })
    .onConflict((c) => c.column('id').doNothing())
    .execute();

/** A kept picture. */
export const readPhoto = (db: Db, job: string, id: string) =>
  db
    .selectFrom('photo')
    .select(['type', 'bytes'])
    .where('job', '=', job)
    .where('id', '=', id)
    .executeTakeFirst();
