import { sql, type Kysely } from 'kysely';

/** People who were let in, their devices, keys and invitations; and who entered an entry, where it was not its writer. */
export async function up(db: Kysely<unknown>): Promise<void> {
  await sql`create table auth_user (
    id text primary key, name text not null, email text not null unique, emailVerified integer not null default 0,
    image text, createdAt text not null, updatedAt text not null,
    role text not null, job text, pin text
  )`.execute(db);
  await sql`create table auth_session (
    id text primary key, expiresAt text not null, token text not null unique, createdAt text not null,
    updatedAt text not null, ipAddress text, userAgent text,
    userId text not null references auth_user (id) on delete cascade, device text
  )`.execute(db);
  await sql`create index auth_session_user on auth_session (userId)`.execute(db);
  await sql`create table auth_account (
    id text primary key, accountId text not null, providerId text not null,
    userId text not null references auth_user (id) on delete cascade, accessToken text, refreshToken text, idToken text,
    accessTokenExpiresAt text, refreshTokenExpiresAt text, scope text, password text,
    createdAt text not null, updatedAt text not null
  )`.execute(db);
  await sql`create table auth_verification (
    id text primary key, identifier text not null, value text not null, expiresAt text not null,
    createdAt text not null, updatedAt text not null
  )`.execute(db);
  await sql`create table auth_passkey (
    id text primary key, name text, publicKey text not null,
    userId text not null references auth_user (id) on delete cascade, credentialID text not null, counter integer not null,
    deviceType text not null, backedUp integer not null, transports text, createdAt text, aaguid text
  )`.execute(db);
  await sql`create table invite (
    hash text primary key, name text not null, role text not null, job text, user text,
    expires_at text not null, used_at text
  )`.execute(db);
  await sql`create table secret (name text primary key, value text not null)`.execute(db);
  await db.schema.alterTable('entry').addColumn('entered_by', 'text').execute();
}
