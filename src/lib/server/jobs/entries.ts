import { ofLink } from '$core/model/entry';
import type { Kysely } from 'kysely';
import { schemaFor, type JobEntry, type LogEntry } from '$core/model/entry';
import type { Db } from '../db/open';
import type { Database } from '../db/schema';
import { issuesOf, type Issue } from '../refused';
import { entryFromRow, insertEntry } from './entry-rows';
import { publish } from './feed';
import { lastSeq } from './since';
import { refreshState } from './states';
import { judgeMeasured } from '$core/log/judge-measured';
import { canonicalJson } from '$core/formats/canonical';
import type { Link } from '$core/model/job';
import type { LinkStatus } from '$core/log/state';

/** What became of a batch: ids kept (those sent before included), entries refused, the states that changed. */
export interface Appended {
  kept: string[];
  refused: { id: string | null; message: string; issues: Issue[] }[];
  states: LinkStatus[];
}

/** How far a device's clock may run ahead of the server's before its entries are refused. */
const CLOCK_SLACK_MS = 5 * 60_000;

/** Most characters one entry may have. */
const MOST_ENTRY_CHARACTERS = 50_000;

/** Appends entries to a job's log. Each is kept or refused by itself; one sent twice is kept once. */
export async function appendEntries(
  db: Db,
  job: string,
  bodies: readonly unknown[],
  now = Date.now(),
): Promise<Appended> {
  const out: Appended = { kept: [], refused: [], states: [] };
  const created = await db.selectFrom('job').select('created_at').where('id', '=', job).executeTakeFirst();
  const touched = new Set<string>();
  const kept: LogEntry[] = [];
  let seq = 0;
  await db.transaction().execute(async (trx) => {
    for (const body of bodies) {
      const id =
        typeof body === 'object' && body !== null && 'id' in body && typeof body.id === 'string'
          ? body.id.slice(0, 80)
          : null;
      const refuse = (message: string, path: string) =>
        out.refused.push({ id, message, issues: [{ path, message }] });
      if (JSON.stringify(body)?.length > MOST_ENTRY_CHARACTERS) {
        refuse('This entry is larger than 50 kB: shorten its note, and send pictures as pictures.', 'data');
        continue;
      }
      const parsed = schemaFor(body).safeParse(body);
      if (!parsed.success) {
        const issues = issuesOf(parsed.error);
        out.refused.push({
          id,
          message: `This entry cannot be kept: ${issues[0]!.path || 'entry'} ${issues[0]!.message}.`,
          issues,
        });
        continue;
      }
      const e: LogEntry = parsed.data;
      if (!created || e.job !== job) {
        refuse(`This entry belongs to the job "${e.job}": send it there.`, 'job');
        continue;
      }
      if (Date.parse(e.at) > now + CLOCK_SLACK_MS) {
        refuse('This entry is dated in the future: set the clock of the device.', 'at');
        continue;
      }
      if (e.at < created.created_at) {
        refuse('This entry is older than its job: set the clock of the device.', 'at');
        continue;
      }
      const before = await trx.selectFrom('entry').selectAll().where('id', '=', e.id).executeTakeFirst();
      if (before) {
        if (canonicalJson(entryFromRow(before)) === canonicalJson(e)) out.kept.push(e.id);
        else refuse('Another entry has this id already: give every entry an id of its own.', 'id');
        continue;
      }
      const person = await trx
        .selectFrom('item')
        .select('id')
        .where('job', '=', job)
        .where('kind', '=', 'person')
        .where('id', '=', e.by)
        .executeTakeFirst();
      if (!person) {
        refuse(`Nobody in the crew is "${e.by}": choose who you are.`, 'by');
        continue;
      }
      if (!ofLink(e)) {
        const missing = await missingOfJob(trx, job, e);
        if (missing) refuse(missing.message, missing.path);
        else {
          await insertEntry(trx, e);
          out.kept.push(e.id);
          kept.push(e);
        }
        continue;
      }
      const link = await trx
        .selectFrom('link')
        .select('body')
        .where('job', '=', job)
        .where('id', '=', e.link)
        .executeTakeFirst();
      if (!link) {
        refuse(`There is no link "${e.link}" in this job.`, 'link');
        continue;
      }
      if (e.kind === 'reading') {
        const read = judgeMeasured(e.data, JSON.parse(link.body) as Link, { evidence: 'continuity' }, e.at);
        if (!read.ok) {
          refuse(read.message, 'data.reading.walk');
          continue;
        }
      }
      if (e.kind === 'void') {
        const voided = await trx
          .selectFrom('entry')
          .select('id')
          .where('job', '=', job)
          .where('link', '=', e.link)
          .where('id', '=', e.data.entry)
          .executeTakeFirst();
        if (!voided) {
          refuse('There is no such entry on this link to take back.', 'data.entry');
          continue;
        }
      }
      await insertEntry(trx, e);
      out.kept.push(e.id);
      kept.push(e);
      touched.add(e.link);
    }
    for (const link of touched) out.states.push(await refreshState(trx, job, link));
    // Inside the transaction: after it, another batch may be last already, and a listener would pass over that.
    seq = await lastSeq(trx, job);
  });
  if (kept.length) publish(job, { seq, entries: kept, states: out.states });
  return out;
}

/** What an entry about the job's tools names that is not there; null when all is. */
async function missingOfJob(
  trx: Kysely<Database>,
  job: string,
  e: JobEntry,
): Promise<{ message: string; path: string } | null> {
  if (e.kind === 'void') {
    const voided = await trx
      .selectFrom('entry')
      .select('id')
      .where('job', '=', job)
      .where('link', 'is', null)
      .where('id', '=', e.data.entry)
      .executeTakeFirst();
    return voided ? null : { message: 'There is no such entry to take back.', path: 'data.entry' };
  }
  const parts = e.kind === 'tool' ? [e.data.part] : e.data.leads;
  for (const part of parts) {
    const there = await trx
      .selectFrom('item')
      .select('id')
      .where('job', '=', job)
      .where('kind', '=', 'part')
      .where('id', '=', part)
      .executeTakeFirst();
    if (!there)
      return {
        message: `There is no part "${part}" on this job: add it first.`,
        path: e.kind === 'tool' ? 'data.part' : 'data.leads',
      };
  }
  return null;
}
