import { createHash, randomBytes, randomUUID } from 'node:crypto';
import { z } from 'zod';
import type { Db } from '../db/open';
import { noSuchJob, Refused } from '../refused';

/** Days an address is good for where nothing else is said, and at most. Our judgement. */
const MOST_DAYS = 730;
/** Bytes of an address's secret: nobody guesses 128 bits. */
const SECRET_BYTES = 16;

const hashOf = (secret: string): string => createHash('sha256').update(secret).digest('hex');

/** What an address for a client is asked for with: whose it is, and how long it is good. */
export const shareSchema = z.strictObject({
  name: z.string().trim().min(1, { error: 'Say who the address is for.' }).max(120),
  days: z
    .number()
    .int()
    .min(1, { error: 'An address is good for at least one day.' })
    .max(MOST_DAYS, { error: `An address is good for at most ${MOST_DAYS} days.` }),
});

/** An address as it is listed: its secret is known to nobody but whoever was given it. */
export interface Share {
  id: string;
  name: string;
  createdAt: string;
  expiresAt: string;
  takenBackAt: string | null;
}

/** Makes an address for a client. Its secret is told once. Throws `Refused`. */
export async function share(
  db: Db,
  job: string,
  body: unknown,
  now = new Date(),
): Promise<Share & { secret: string }> {
  const parsed = shareSchema.safeParse(body);
  if (!parsed.success) throw Refused.fromZod(parsed.error.issues[0]!.message, parsed.error);
  const { name, days } = parsed.data;
  const there = await db.selectFrom('job').select('id').where('id', '=', job).executeTakeFirst();
  if (!there) throw noSuchJob(job);
  const secret = randomBytes(SECRET_BYTES).toString('base64url');
  const made = { id: randomUUID(), name, createdAt: now.toISOString(), expiresAt: new Date(now.getTime() + days * 86_400_000).toISOString(), takenBackAt: null }; // prettier-ignore
  await db
    .insertInto('share')
    .values({
      hash: hashOf(secret),
      id: made.id,
      job,
      name,
      created_at: made.createdAt,
      expires_at: made.expiresAt,
      taken_back_at: null,
    }) // prettier-ignore
    .execute();
  return { ...made, secret };
}

/** The addresses of a job, newest first. */
export async function sharesOf(db: Db, job: string): Promise<Share[]> {
  const rows = await db.selectFrom('share').selectAll().where('job', '=', job).orderBy('created_at', 'desc').execute(); // prettier-ignore
  return rows.map((r) => ({ id: r.id, name: r.name, createdAt: r.created_at, expiresAt: r.expires_at, takenBackAt: r.taken_back_at })); // prettier-ignore
}

/** Takes an address back: it opens nothing from now on. Throws `Refused` where there is none. */
export async function takeShareBack(db: Db, job: string, id: string, now = new Date()): Promise<void> {
  const { numUpdatedRows } = await db
    .updateTable('share')
    .set({ taken_back_at: now.toISOString() })
    .where('job', '=', job)
    .where('id', '=', id)
    .where('taken_back_at', 'is', null)
    .executeTakeFirst();
  if (!numUpdatedRows) throw new Refused('There is no such address any more.', [{ path: 'id', message: 'not here' }], 404); // prettier-ignore
}

/** The job an address opens. Throws `Refused`: not here, or over. */
export async function jobOfShare(db: Db, secret: string, now = new Date()): Promise<string> {
  const row = await db.selectFrom('share').selectAll().where('hash', '=', hashOf(secret)).executeTakeFirst(); // prettier-ignore
  if (!row) throw new Refused('This address opens nothing: ask whoever gave it to you.', [], 404);
  if (row.taken_back_at !== null || row.expires_at < now.toISOString())
    throw new Refused('This address is over: ask whoever gave it to you for a new one.', [], 410);
  return row.job;
}
