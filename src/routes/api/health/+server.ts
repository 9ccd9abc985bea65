import { json } from '@sveltejs/kit';
import { database, databaseFile } from '$lib/server/db';
import { newestBackup } from '$lib/server/db/backup';
import { healthOf } from '$lib/server/db/health';
import { stillThere } from '$lib/server/db/hold';
import { version } from '../../../../package.json';
import type { RequestHandler } from './$types';

/** Whoever asks again and again is told what was found a moment ago: finding out writes to the disk. */
const GOOD_FOR_MS = 1000;
let last: { at: number; says: Promise<string> } | undefined;

const look = async (): Promise<string> => {
  try {
    return await healthOf(await database(), databaseFile());
  } catch (error) {
    return error instanceof Error ? error.message : 'unusable';
  }
};

export const GET: RequestHandler = async () => {
  if (!last || Date.now() - last.at > GOOD_FOR_MS || !stillThere(databaseFile()))
    last = { at: Date.now(), says: look() };
  const says = await last.says;
  const backup = newestBackup(databaseFile());
  return json(
    { ok: says === 'ok', version, database: says, ...(backup ? { backup } : {}) },
    { status: says === 'ok' ? 200 : 503 },
  );
};
