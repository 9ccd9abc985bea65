import { v5 as uuid } from 'uuid';
import { z } from 'zod';
import { broughtTime } from '$core/formats/brought-time';
import { parseReadingsCsv } from '$core/formats/readings-csv';
import { effective } from '$core/log/effective';
import { formerNames } from '$core/plan/former-names';
import type { Sender } from './entries';
import type { Db } from '../db/open';
import { noSuchJob, Refused } from '../refused';
import { entriesOfKinds } from './entry-rows';
import { appendEntries } from './entries';
import { readPlan } from './job-file';

/** How readings that were sent are to be logged: `by` brings them, and took those that name nobody. */
export const bringReadingsQuery = z.object({
  by: z.string({ error: 'Say who brings them: by=ID of somebody in the crew.' }).min(1).max(80),
  from: z.string().min(1).max(120).default('another program'),
  clock: z
    .enum(['right', 'unchecked'], {
      error: 'Say clock=right where times are by a clock that is right, or leave it out.',
    }) // prettier-ignore
    .default('unchecked'),
});

/** What became of readings that were sent. */
export interface BroughtReadings {
  logged: number;
  /** They were in the log already: sending a file twice logs it once. */
  again: number;
  problems: { line: number; column: string; message: string }[];
}

/** A namespace for the ids of readings that come by HTTP: the same reading of a job has the same id whenever it is sent. */
const NAMESPACE = '6f1a1c1e-0b5e-4d0a-9a53-2f4f6a1d7c11';

/**
 * Logs the readings of a CSV, all of them or none: where a row is bad nothing is logged and all bad rows are named.
 * A reading without a time counts as taken now, and only once however often the file is sent. Times are doubted unless
 * whoever sends them says that the clock they are by is right, or, of those without one, that they are sent as they are read.
 */
export async function bringReadings(
  db: Db,
  job: string,
  text: string,
  { by, from, clock }: z.infer<typeof bringReadingsQuery>,
  who: Sender | null,
  now = new Date(),
): Promise<BroughtReadings> {
  const plan = await readPlan(db, job);
  if (!plan) throw noSuchJob(job);
  if (!plan.crew.some((p) => p.id === by))
    throw new Refused(`Nobody in the crew is "${by}": say who brings the readings.`, [{ path: 'by', message: 'not in the crew' }]); // prettier-ignore
  const { links, crew, policy, parts } = plan;
  const former = formerNames(effective(await entriesOfKinds(db, job, ['planned'])));
  const read = parseReadingsCsv(text, {
    links,
    crew,
    policy,
    parts,
    former,
    now: now.getTime(),
    zoned: true,
  });
  if (read.problems.length)
    throw new Refused(
      `${read.problems.length === 1 ? 'One cell is' : `${read.problems.length} cells are`} bad: nothing is logged.`,
      read.problems.map((p) => ({ path: `${p.line}.${p.column}`, message: p.message })),
      409,
    );
  const broughtAt = now.toISOString();
  const entries = read.good.map((r) => {
    const right = clock === 'right';
    const what = JSON.stringify([job, r.link.id, r.takenAt ?? '', r.measured, ...(right ? [] : [clock])]);
    const { at, ...doubt } = broughtTime(r, {
      looked: right,
      aheadMs: 0,
      sinceMs: right ? now.getTime() : null,
    });
    return {
      id: uuid(what, NAMESPACE),
      job,
      link: r.link.id,
      kind: 'reading',
      at: at ?? broughtAt,
      by: r.by ?? by,
      data: {
        reading: r.measured,
        tester: r.tester ?? from,
        brought: { by, at: broughtAt, file: from, ...doubt },
      },
    };
  });
  const before = await known(
    db,
    entries.map((e) => e.id),
  );
  const fresh = entries.filter((e) => !before.has(e.id));
  const out: BroughtReadings = { logged: 0, again: entries.length - fresh.length, problems: [] };
  for (let i = 0; i < fresh.length; i += MOST_A_BATCH) {
    const { kept, refused } = await appendEntries(db, job, fresh.slice(i, i + MOST_A_BATCH), now.getTime(), who); // prettier-ignore
    out.logged += kept.length;
    out.problems.push(...refused.map((f) => ({ line: read.good[entries.findIndex((e) => e.id === f.id)]?.line ?? 0, column: 'walk', message: f.message }))); // prettier-ignore
  }
  return out;
}

/** So many entries a transaction: others are served between them. */
const MOST_A_BATCH = 500;

async function known(db: Db, ids: readonly string[]): Promise<Set<string>> {
  const found = new Set<string>();
  for (let i = 0; i < ids.length; i += MOST_A_BATCH) {
    const rows = db
      .selectFrom('entry')
      .select('id')
      .where('id', 'in', ids.slice(i, i + MOST_A_BATCH));
    for (const { id } of await rows.execute()) found.add(id);
  }
  return found;
}
