import { setTimeout as pause } from 'node:timers/promises';
import type { Transaction } from 'kysely';
import { besideJob, picturesOf } from '$core/plan/copy-job';
import { jobFileProblems, revisionOf } from '$core/plan/invariants';
import { jobFileSchema, type JobFile } from '$core/model/job';
import { handleOf, type Db } from '../db/open';
import type { Database, ItemKind } from '../db/schema';
import { Refused } from '../refused';
import { insertEntries } from './entry-rows';
import { jobIdsHere, newJobId } from './job-ids';
import { ITEM_KINDS, linkRow } from './job-file';
import { insertPhoto } from './photos';
import { removeHalfBrought, removeJobRows } from './remove-job';
import { keepStates, statesOfFile } from './states';

/** What comes with a job file: pictures by their ids; and the name of the job it becomes beside one that is here. */
export interface ImportWith {
  photos?: ReadonlyMap<string, Uint8Array>;
  beside?: string | undefined;
}

/** Rows written before others have their turn. */
const CHUNK = 1000;

let before: Promise<unknown> = Promise.resolve();

/**
 * Brings a whole job file in, all or nothing: it goes in piece by piece, so that others write between, and is a job only
 * with its last piece. One comes in at a time. Throws `Refused` with every problem named.
 */
export function importJob(db: Db, body: unknown, brings: ImportWith = {}): Promise<string> {
  const brought = before.then(() => bringIn(db, body, brings));
  before = brought.catch(() => undefined);
  return brought;
}

async function bringIn(db: Db, body: unknown, { photos, beside }: ImportWith): Promise<string> {
  const parsed = jobFileSchema.safeParse(body);
  if (!parsed.success)
    throw Refused.fromZod('This is not a gauntlet/job@1 file that can be read.', parsed.error);
  const problems = jobFileProblems(parsed.data);
  if (problems.length) throw new Refused('The job file contradicts itself.', problems);
  await removeHalfBrought(db);
  const sqlite = handleOf(db);
  // What is written refers to a job that is none before the last piece: the file's own references were held above.
  sqlite.pragma('foreign_keys = OFF');
  try {
    return await piecewise(db, parsed.data, photos, beside);
  } finally {
    sqlite.pragma('foreign_keys = ON');
  }
}

async function piecewise(
  db: Db,
  read: JobFile,
  photos: ImportWith['photos'],
  beside: string | undefined,
): Promise<string> {
  if (beside === undefined) await refuseKnownEntries(db, read.entries);
  const { other, file } = await begin(db, read, beside);
  const job = file.job.id;
  try {
    for (const rows of pieces(file.links.map((l) => linkRow(job, l))))
      await inTurn(db, (trx) => trx.insertInto('link').values(rows).execute());
    for (const entries of pieces(file.entries)) await inTurn(db, (trx) => insertEntries(trx, entries));
    for (const states of pieces(statesOfFile(file))) await inTurn(db, (trx) => keepStates(trx, job, states));
    const former = new Map([...(other?.photos ?? [])].map(([old, id]) => [id, old]));
    for (const id of picturesOf(file)) {
      const old = former.get(id) ?? id;
      const bytes = photos?.get(old) ?? (other && (await photoBytes(db, old)));
      if (bytes) await inTurn(db, (trx) => insertPhoto(trx, job, id, bytes));
    }
    const { name, createdAt, policy } = file.job;
    const revision = revisionOf(file);
    await inTurn(
      db,
      (trx) =>
      trx.insertInto('job').values({ id: job, name, created_at: createdAt, policy: JSON.stringify(policy), revision }).execute(), // prettier-ignore
    );
  } catch (error) {
    await db.transaction().execute((trx) => removeJobRows(trx, job));
    throw error;
  }
  return job;
}

/** Takes the job's id, by the lists of its plan, unless there is such a job already. */
async function begin(db: Db, read: JobFile, beside: string | undefined) {
  const other = beside === undefined ? null : besideJob(read, await newJobId(db, beside), beside);
  const file = other?.file ?? read;
  const job = file.job.id;
  await db.transaction().execute(async (trx) => {
    if ((await jobIdsHere(trx)).includes(job))
      throw new Refused(
        `A job "${job}" is here already.`,
        [{ path: 'job.id', message: 'Open the one that is here, or bring this one in beside it under another name.' }], // prettier-ignore
        409,
      );
    for (const [list, kind] of Object.entries(ITEM_KINDS) as [keyof typeof ITEM_KINDS, ItemKind][])
      for (const x of file[list] ?? [])
        await trx.insertInto('item').values({ job, kind, id: x.id, body: JSON.stringify(x) }).execute(); // prettier-ignore
  });
  return { other, file };
}

function* pieces<T>(list: readonly T[]): Generator<T[]> {
  for (let i = 0; i < list.length; i += CHUNK) yield list.slice(i, i + CHUNK);
}

/** Writes a piece, and leaves the file to others for as long as that took. */
async function inTurn(db: Db, write: (trx: Transaction<Database>) => Promise<unknown>): Promise<void> {
  const began = performance.now();
  await db.transaction().execute(write);
  await pause(performance.now() - began);
}

/** An entry belongs to one job: a copy of a job that is here wants entries with ids of their own. */
async function refuseKnownEntries(db: Db, entries: readonly { id: string }[]): Promise<void> {
  for (const piece of pieces(entries)) {
    const ids = piece.map((e) => e.id);
    const row = await db.selectFrom('entry').select(['id', 'job']).where('id', 'in', ids).executeTakeFirst();
    if (row)
      throw new Refused(
        `The log of this file is here already, in the job "${row.job}".`,
        [{ path: 'entries', message: `Entry ${row.id} belongs to "${row.job}": open that job instead.` }],
        409,
      );
  }
}

const photoBytes = async (db: Db, id: string): Promise<Uint8Array | undefined> =>
  (await db.selectFrom('photo').select('bytes').where('id', '=', id).executeTakeFirst())?.bytes;
