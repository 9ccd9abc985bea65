import { ofLink } from '$core/model/of-link';
import { sql, type Kysely } from 'kysely';
import { addFound, findingsCounted, nothingFound, type FoundCounts } from '$core/diagnose/learn';
import { printedLabels, type PrintedLabels } from '$core/labels/printed';
import { memories, type Memories } from '$core/drill/memory';
import { cautionsRead, type CautionsRead } from '$core/log/cautions';
import { leadProofs, type LeadProof } from '$core/log/leads';
import { project } from '$core/log/projection';
import { recentReadings, RECENT_READINGS } from '$core/log/recent';
import { toolUse, type ToolUse } from '$core/log/tools';
import { sharedTraces, type SharedTraces } from '$core/survey/shared-trace';
import { type EntryOf, type LogEntry } from '$core/model/entry';
import type { Link } from '$core/model/job';
import type { Database } from '../db/schema';
import { entriesOfKinds, entryFromRow } from './entry-rows';

/** A job's log as its screens see it: the states of the core's projections over it. */
export interface JobViews {
  tools: ToolUse;
  leadProofs: LeadProof[];
  recentReadings: EntryOf<'reading'>[];
  cautions: CautionsRead;
  found: FoundCounts;
  drills: Memories;
  traces: SharedTraces;
  labels: PrintedLabels;
}

/** The views of a job's log. */
export async function readViews(db: Kysely<Database>, job: string): Promise<JobViews> {
  const entries = await entriesOfKinds(db, job, [
    'tool',
    'leads-proved',
    'cautioned',
    'found',
    'drilled',
    'trace',
    'labelled',
  ]);
  return {
    tools: project(toolUse, [...entries, ...(await workWithParts(db, job))]),
    leadProofs: project(leadProofs, entries),
    recentReadings: project(recentReadings, [...entries, ...(await lastReadings(db, job))]),
    cautions: project(cautionsRead, entries),
    found: await countedFound(db, job, entries),
    drills: project(memories, entries),
    traces: project(sharedTraces, entries),
    labels: project(printedLabels, entries),
  };
}

/** Work that names a tool or a lot: of a large job's log the smaller part. */
async function workWithParts(db: Kysely<Database>, job: string): Promise<LogEntry[]> {
  const rows = await db
    .selectFrom('entry')
    .selectAll()
    .where('job', '=', job)
    // Not by the index of kinds, which has every end that was made; by the very words of `entry_with_parts`.
    .where(sql<string>`+kind`, 'in', ['seated', 'redone'])
    .where(sql<boolean>`instr(data, '"parts":') > 0`)
    .execute();
  return rows.map(entryFromRow);
}

/** The newest readings, some more than are kept in view since some may be taken back. */
async function lastReadings(db: Kysely<Database>, job: string): Promise<LogEntry[]> {
  const rows = await db
    .selectFrom('entry')
    .selectAll()
    .where('job', '=', job)
    .where('kind', '=', 'reading')
    .orderBy('seq', 'desc')
    .limit(RECENT_READINGS * 2)
    .execute();
  return rows.map(entryFromRow);
}

async function countedFound(
  db: Kysely<Database>,
  job: string,
  entries: readonly LogEntry[],
): Promise<FoundCounts> {
  const ids = [...new Set(entries.flatMap((e) => (e.kind === 'found' && ofLink(e) ? [e.link] : [])))];
  if (!ids.length) return nothingFound();
  const rows = await db
    .selectFrom('link')
    .select(['id', 'body'])
    .where('job', '=', job)
    .where('id', 'in', ids)
    .execute();
  const links = new Map(rows.map((r) => [r.id, JSON.parse(r.body) as Link]));
  return project(
    findingsCounted((id) => links.get(id)),
    entries,
  );
}

/** What was found on all jobs but one. */
export async function foundElsewhere(db: Kysely<Database>, job: string): Promise<FoundCounts> {
  const others = await db
    .selectFrom('job')
    .select('id')
    .where('id', '!=', job)
    .where((eb) =>
      eb.exists(
        eb.selectFrom('entry').select('seq').whereRef('entry.job', '=', 'job.id').where('kind', '=', 'found'),
      ),
    )
    .execute();
  let total = nothingFound();
  for (const other of others)
    total = addFound(total, await countedFound(db, other.id, await entriesOfKinds(db, other.id, ['found'])));
  return total;
}
