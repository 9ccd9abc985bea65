import { z } from 'zod';
import { checkSchedule } from '$core/schedule/check';
import { scheduleChanges } from '$core/schedule/changes';
import { compareSchedule, type RevisionKind } from '$core/schedule/compare';
import { readSchedule } from '$core/schedule/reading';
import type { Aside } from '$core/schedule/aside';
import { readSheetBytes } from '$lib/sheets/bytes';
import type { Db } from '../db/open';
import { noSuchJob, Refused } from '../refused';
import { readPlan } from './job-file';
import { changePlan, PlanRefused, type Changed } from './plan-changes';

/** How a schedule that was sent is to be taken. */
export const bringScheduleQuery = z.object({
  /** `nothing`: only say what it would do; `all`: where no row is bad; `good`: the good rows, the others left out. */
  take: z.enum(['nothing', 'all', 'good']).default('nothing'),
  /** Links on the panels it names that it no longer has: `keep` them, or `retire` them. */
  gone: z.enum(['keep', 'retire']).default('keep'),
  /** Of terminated links it gives another place: a correction on `paper`, or moved on `site`. */
  moved: z.enum(['paper', 'site']).optional(),
  by: z.string().min(1).max(80).optional(),
  from: z.string().max(200).optional(),
});

/** What a schedule would do, or has done. */
export interface Brought {
  taken: boolean;
  rows: number;
  new: number;
  renamed: number;
  moved: number;
  changed: number;
  same: number;
  /** Labels of links it no longer has, on panels it names. */
  gone: string[];
  problems: { line: string; column: string; message: string }[];
  /** Rows that are no links. */
  aside: Aside[];
  revision?: number;
}

/** Most bad cells that are listed. */
const MOST_PROBLEMS = 1000;

/**
 * Reads a schedule (.xlsx or CSV) for a job and takes it in where told to, all or nothing. Throws `Refused` for a file
 * that is none, for bad rows where all are to be taken, and for terminated links it moves of which nobody said how.
 */
export async function bringSchedule(
  db: Db,
  job: string,
  bytes: Uint8Array,
  how: z.infer<typeof bringScheduleQuery>,
): Promise<Brought> {
  const plan = await readPlan(db, job);
  if (!plan) throw noSuchJob(job);
  const file = await readSheetBytes(bytes);
  const read = file.ok ? readSchedule(file.sheets, plan.parts) : file;
  if (!read.ok) throw new Refused(read.message, [{ path: 'body', message: read.message }]);
  const line = (i: number) => read.lines[i] ?? String(i + 1);
  const first = checkSchedule(read.rows, plan, { lines: read.lines });
  const { gone } = compareSchedule(first, plan);
  const going = how.gone === 'retire' ? new Set(gone.map((l) => l.id)) : new Set<string>();
  const check = going.size ? checkSchedule(read.rows, plan, { lines: read.lines, gone: going }) : first;
  const { rows } = compareSchedule(check, plan);
  const count = (kind: RevisionKind) => rows.filter((r) => r.kind === kind).length;
  const problems = check.problems
    .slice(0, MOST_PROBLEMS)
    .map((p) => ({ line: line(p.row), column: p.column, message: p.message }));
  const brought: Brought = {
    taken: false,
    rows: read.rows.length,
    new: count('new'),
    renamed: count('renamed'),
    moved: count('moved'),
    changed: count('changed'),
    same: count('same'),
    gone: gone.map((l) => l.label),
    problems,
    aside: read.aside,
  };
  if (how.take === 'nothing') return brought;
  if (how.take === 'all' && problems.length)
    throw new Refused(
      `${check.bad.size} of ${read.rows.length} rows are bad: mend them, or take the good ones and leave them out.`,
      problems.map((p) => ({ path: `${p.line}.${p.column}`, message: p.message })),
      409,
    );
  const { changes } = scheduleChanges(check.good, plan);
  const asked = {
    ...changes,
    ...(going.size ? { remove: { links: [...going] } } : {}),
    revision: plan.revision,
    from: how.from ?? 'schedule sent by another program',
    ...(how.by ? { by: how.by } : {}),
  };
  const { revision } = await movedAs(how.moved, (moved) =>
    changePlan(db, job, { ...asked, ...(moved ? { moved } : {}) }),
  );
  return { ...brought, taken: true, revision };
}

/** Makes a change; where it asks of terminated links whether they moved, and the sender said so for all, makes it with that. */
async function movedAs(
  answer: 'paper' | 'site' | undefined,
  change: (moved?: Record<string, 'paper' | 'site'>) => Promise<Changed>,
): Promise<Changed> {
  try {
    return await change();
  } catch (error) {
    if (!answer || !(error instanceof PlanRefused) || !error.ask.moved) throw error;
    return change(Object.fromEntries(error.ask.moved.map((m) => [m.link, answer])));
  }
}
