import { createHash, randomInt, randomUUID } from 'node:crypto';
import type { Role } from '$core/access/rights';
import type { Db } from '../db/open';
import { Refused } from '../refused';

/** Letters and digits that are not taken for one another. */
const LETTERS = '23456789ABCDEFGHJKMNPQRSTVWXYZ';
const LENGTH = 8;
/** How long a code lets somebody in. */
export const CODE_MINUTES = 10;

/** What a code is kept as: whoever reads the database cannot enter by it. */
const hashOf = (code: string): string =>
  createHash('sha256')
    .update(code.toUpperCase().replace(/[^0-9A-Z]/g, ''))
    .digest('hex');

/** A code as one reads it out: two groups of four. */
export const newCode = (): string =>
  Array.from(
    { length: LENGTH },
    (_, i) => (i === LENGTH / 2 ? '-' : '') + LETTERS[randomInt(LETTERS.length)],
  ).join('');

/** Whom a code lets in. */
export interface Invited {
  name: string;
  role: Role;
  /** The one job that a client reads. */
  job?: string | undefined;
  /** A person who is here already and gets another device. */
  user?: string | undefined;
}

/** Makes a code that lets one device in, once, within ten minutes. */
export async function invite(
  db: Db,
  whom: Invited,
  now = Date.now(),
): Promise<{ code: string; expiresAt: string }> {
  const code = newCode();
  const expiresAt = new Date(now + CODE_MINUTES * 60_000).toISOString();
  await db
    .deleteFrom('invite')
    .where('expires_at', '<', new Date(now - 86_400_000).toISOString())
    .execute();
  await db
    .insertInto('invite')
    .values({
      hash: hashOf(code),
      name: whom.name,
      role: whom.role,
      job: whom.job ?? null,
      user: whom.user ?? null,
      expires_at: expiresAt,
      used_at: null,
    })
    .execute();
  return { code, expiresAt };
}

/** Uses a code up and gives the person it lets in, made now where they are new. Throws `Refused`. */
export async function takeInvite(db: Db, code: string, now = Date.now()): Promise<string> {
  const at = new Date(now).toISOString();
  return db.transaction().execute(async (trx) => {
    const found = await trx
      .selectFrom('invite')
      .selectAll()
      .where('hash', '=', hashOf(code))
      .executeTakeFirst();
    if (!found || found.used_at !== null || found.expires_at < at)
      throw new Refused(
        found?.used_at
          ? 'This code has let somebody in already: ask the lead for a new one.'
          : 'This code lets nobody in: ask the lead for a new one. A code is good for ten minutes.',
        [{ path: 'code', message: 'not good' }],
        403,
      );
    await trx.updateTable('invite').set({ used_at: at }).where('hash', '=', found.hash).execute();
    if (found.user !== null) {
      const there = await trx
        .selectFrom('auth_user')
        .select('id')
        .where('id', '=', found.user)
        .executeTakeFirst();
      if (!there)
        throw new Refused('That person was removed meanwhile: ask the lead for a new code.', [], 403);
      return there.id;
    }
    const id = randomUUID();
    await trx
      .insertInto('auth_user')
      .values({
        id,
        name: found.name,
        email: `${id}@people.invalid`,
        emailVerified: 0,
        image: null,
        createdAt: at,
        updatedAt: at,
        role: found.role,
        job: found.job,
        pin: null,
      })
      .execute();
    return id;
  });
}

let first: string | null = null;

/** The code that lets the very first person in, as the lead: printed where the server runs, good until it was used. */
export async function firstCode(db: Db): Promise<string | null> {
  const { n } = await db
    .selectFrom('auth_user')
    .select((e) => e.fn.countAll<number>().as('n'))
    .executeTakeFirstOrThrow();
  if (n > 0) return (first = null);
  return (first ??= process.env.GAUNTLET_FIRST_CODE || newCode());
}

/** Lets the first person in by the printed code; null where it is not that code, or nobody is first any more. */
export async function takeFirstCode(
  db: Db,
  code: string,
  name: string,
  now = Date.now(),
): Promise<string | null> {
  if (first === null || hashOf(code) !== hashOf(first) || (await firstCode(db)) === null) return null;
  if (!name.trim())
    throw new Refused('Say who you are: everything you log carries your name.', [
      { path: 'name', message: 'is wanted' },
    ]);
  const { code: own } = await invite(db, { name: name.trim().slice(0, 120), role: 'lead' }, now);
  first = null;
  return takeInvite(db, own, now);
}
