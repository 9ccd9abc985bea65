import { json } from '@sveltejs/kit';
import { sql } from 'kysely';
import { database } from '$lib/server/db';
import { version } from '../../../../package.json';
import type { RequestHandler } from './$types';

export const GET: RequestHandler = async () => {
  try {
    await sql`select 1`.execute(await database());
    return json({ ok: true, version, database: 'ok' });
  } catch (error) {
    return json(
      { ok: false, version, database: error instanceof Error ? error.message : 'unusable' },
      { status: 503 },
    );
  }
};
