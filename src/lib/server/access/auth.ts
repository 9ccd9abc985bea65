import { passkey } from '@better-auth/passkey';
import { betterAuth } from 'better-auth';
import { createAuthEndpoint } from 'better-auth/api';
import { setSessionCookie } from 'better-auth/cookies';
import { randomBytes } from 'node:crypto';
import { z } from 'zod';
import type { Db } from '../db/open';

/** A device stays let in until it is put out; browsers keep a cookie for 400 days at most, and each use renews it. */
const LET_IN_SECONDS = 400 * 86_400;

/** Lets a person's device in, once somebody else has looked at a code, a PIN or a key. Reached from the server alone. */
const entering = {
  id: 'entering',
  endpoints: {
    enterAs: createAuthEndpoint(
      '/enter-as',
      {
        method: 'POST',
        body: z.object({ user: z.string(), device: z.string() }),
        metadata: { SERVER_ONLY: true },
      },
      async (ctx) => {
        const { internalAdapter } = ctx.context;
        const user = await internalAdapter.findUserById(ctx.body.user);
        if (!user) throw ctx.error('NOT_FOUND');
        const session = await internalAdapter.createSession(user.id, false, { device: ctx.body.device });
        await setSessionCookie(ctx, { session, user });
        return ctx.json({ user: user.id });
      },
    ),
  },
} as const;

/** What signs cookies here: made once, kept with the database. */
async function secretOf(db: Db): Promise<string> {
  await db
    .insertInto('secret')
    .values({ name: 'cookies', value: randomBytes(32).toString('base64url') })
    .onConflict((c) => c.column('name').doNothing())
    .execute();
  const row = await db
    .selectFrom('secret')
    .select('value')
    .where('name', '=', 'cookies')
    .executeTakeFirstOrThrow();
  return row.value;
}

const make = async (db: Db, origin: string) =>
  betterAuth({
    baseURL: origin,
    basePath: '/api/auth',
    secret: await secretOf(db),
    database: { db, type: 'sqlite' },
    telemetry: { enabled: false },
    user: {
      modelName: 'auth_user',
      additionalFields: {
        role: { type: 'string', required: true, input: false },
        job: { type: 'string', required: false, input: false },
        pin: { type: 'string', required: false, input: false, returned: false },
      },
    },
    session: {
      modelName: 'auth_session',
      expiresIn: LET_IN_SECONDS,
      updateAge: 86_400,
      additionalFields: { device: { type: 'string', required: false, input: false } },
    },
    account: { modelName: 'auth_account' },
    verification: { modelName: 'auth_verification' },
    advanced: {
      cookiePrefix: 'gauntlet',
      useSecureCookies: origin.startsWith('https:'),
      defaultCookieAttributes: { sameSite: 'strict', httpOnly: true, path: '/' },
    },
    plugins: [passkey({ rpName: 'Gauntlet', schema: { passkey: { modelName: 'auth_passkey' } } }), entering],
  });

/** Sessions and keys of one of this server's addresses. */
export type Auth = Awaited<ReturnType<typeof make>>;
const made = new Map<string, Promise<Auth>>();
/** More addresses than a server has are none of its own. */
const MOST_ORIGINS = 50;

/** Sessions and keys for an address of this server: keys of a device are bound to it. */
export function authFor(db: Db, origin: string): Promise<Auth> {
  let auth = made.get(origin);
  if (!auth) {
    if (made.size >= MOST_ORIGINS) made.clear();
    made.set(origin, (auth = make(db, origin)));
  }
  return auth;
}
