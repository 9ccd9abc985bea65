import { hashPassword, verifyPassword } from 'better-auth/crypto';
import { RateLimiterMemory, RateLimiterRes } from 'rate-limiter-flexible';
import type { Role } from '$core/access/rights';
import type { Db } from '../db/open';
import { endStreamsOf } from '../jobs/feed';
import { Refused } from '../refused';

/** A person who was let in, with the devices they are let in on. */
export interface LetIn {
  id: string;
  name: string;
  role: Role;
  job: string | null;
  hasPin: boolean;
  devices: { id: string; device: string; since: string; seen: string }[];
}

/** Everybody who was let in, with their devices. */
export async function listPeople(db: Db): Promise<LetIn[]> {
  const users = await db.selectFrom('auth_user').selectAll().orderBy('name').execute();
  const sessions = await db.selectFrom('auth_session').selectAll().orderBy('createdAt').execute();
  return users.map((u) => ({
    id: u.id,
    name: u.name,
    role: u.role as Role,
    job: u.job,
    hasPin: u.pin !== null,
    devices: sessions
      .filter((s) => s.userId === u.id)
      .map((s) => ({ id: s.id, device: s.device ?? 'a device', since: s.createdAt, seen: s.updatedAt })),
  }));
}

/** What somebody who was let in is called; null for nobody. */
export async function nameOf(db: Db, user: string): Promise<string | null> {
  const row = await db.selectFrom('auth_user').select('name').where('id', '=', user).executeTakeFirst();
  return row?.name ?? null;
}

/** Puts a device out: its next request is refused. Gives whose it was; null where there is no such device. */
export async function putDeviceOut(db: Db, session: string): Promise<string | null> {
  const row = await db
    .selectFrom('auth_session')
    .select('userId')
    .where('id', '=', session)
    .executeTakeFirst();
  await db.deleteFrom('auth_session').where('id', '=', session).execute();
  endStreamsOf(session);
  return row ? nameOf(db, row.userId) : null;
}

/** Puts a person out with all their devices. The last lead stays: nobody could let people in any more. */
export async function putPersonOut(db: Db, user: string): Promise<void> {
  const sessions = await db.selectFrom('auth_session').select('id').where('userId', '=', user).execute();
  await db.transaction().execute(async (trx) => {
    const leads = await trx.selectFrom('auth_user').select('id').where('role', '=', 'lead').execute();
    if (leads.length === 1 && leads[0]!.id === user)
      throw new Refused('The last lead cannot be removed: let another lead in first.', [{ path: 'user', message: 'the last lead' }], 409); // prettier-ignore
    await trx.deleteFrom('auth_session').where('userId', '=', user).execute();
    await trx.deleteFrom('auth_user').where('id', '=', user).execute();
  });
  for (const { id } of sessions) endStreamsOf(id);
}

/** Keeps a PIN of 4 to 8 digits, as a hash; an empty one takes it away. */
export async function setPin(db: Db, user: string, pin: string): Promise<void> {
  if (pin !== '' && !/^\d{4,8}$/.test(pin))
    throw new Refused('A PIN has 4 to 8 digits.', [{ path: 'pin', message: '4 to 8 digits' }]);
  await db
    .updateTable('auth_user')
    .set({ pin: pin === '' ? null : await hashPassword(pin) })
    .where('id', '=', user)
    .execute();
}

/** PINs tried for one person, whatever device they are tried on. */
const tries = new RateLimiterMemory({ points: 5, duration: 300, blockDuration: 300 });

/** Throws `Refused` where this is not that person's PIN, where they have none, or where it was tried too often. */
export async function checkPin(db: Db, user: string, pin: string): Promise<void> {
  try {
    await tries.consume(user);
  } catch (refusal) {
    if (refusal instanceof RateLimiterRes)
      throw new Refused(
        'This PIN was tried too often: wait five minutes, or ask the lead for a code.',
        [],
        429,
      );
    throw refusal;
  }
  const row = await db.selectFrom('auth_user').select('pin').where('id', '=', user).executeTakeFirst();
  if (!row?.pin) throw new Refused('This person has no PIN: ask the lead for a code.', [{ path: 'pin', message: 'none' }], 403); // prettier-ignore
  if (!(await verifyPassword({ hash: row.pin, password: pin })))
    throw new Refused('That is not this person’s PIN.', [{ path: 'pin', message: 'wrong' }], 403);
  await tries.delete(user);
}
