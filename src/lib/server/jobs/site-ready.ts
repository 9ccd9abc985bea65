import { promisify } from 'node:util';
import { constants, gzip } from 'node:zlib';
import type { Db } from '../db/open';
import { sitePacked, siteState } from './site';

const zip = promisify(gzip);

/** Jobs of which the whole lies ready: those that are worked on at the same time. Our judgement. */
const MOST_READY = 4;
const ready = new Map<string, { state: string; body: Promise<Buffer | undefined> }>();

/**
 * All that a device needs of a job, packed as `sitePacked` has it and compressed once more, by gzip, for as long as nothing of the job
 * changes: a crew that opens it in the morning waits for it to be put together once. Undefined where there is no such job.
 */
export async function siteReady(db: Db, job: string): Promise<Buffer | undefined> {
  const state = await siteState(db, job);
  if (state === null) return undefined;
  const there = ready.get(job);
  ready.delete(job);
  const one = there?.state === state ? there : { state, body: putTogether(db, job) };
  ready.set(job, one);
  for (const oldest of [...ready.keys()].slice(0, -MOST_READY)) ready.delete(oldest);
  // What failed once is tried again.
  return one.body.catch((error: unknown) => {
    if (ready.get(job) === one) ready.delete(job);
    throw error;
  });
}

async function putTogether(db: Db, job: string): Promise<Buffer | undefined> {
  const site = await sitePacked(db, job);
  return site && zip(site, { level: constants.Z_BEST_SPEED });
}

/** Forgets what lies ready of a job that is deleted: another may come in its place. */
export const forgetReady = (job: string): boolean => ready.delete(job);
