import { ofLink } from '$core/model/of-link';
import type { Transaction } from 'kysely';
import { canonicalJson } from '$core/formats/canonical';
import { CORRECTED_MS } from '$core/log/effective';
import { readingProblem } from '$core/log/judge-measured';
import type { Role } from '$core/access/rights';
import type { LinkStatus } from '$core/log/state';
import { schemaFor, type LogEntry } from '$core/model/entry';
import type { Db } from '../db/open';
import { compiledOnce } from '../db/compiled-once';
import { together } from '../db/together';
import type { Database } from '../db/schema';
import { databaseId } from '../db/identity';
import { issuesOf, noSuchJob, Refused, type Issue } from '../refused';
import { entryFromRow, insertEntries } from './entry-rows';
import { publish } from './feed';
import { lastClocks } from './last-clock';
import { lastSeq } from './since';
import { continueStates } from './states';
import { termsOf, type JobTerms } from './terms';

/** What became of a batch: ids kept (those sent before included), entries refused, the states that changed. */
export interface Appended {
  kept: string[];
  refused: { id: string | null; message: string; issues: Issue[] }[];
  states: LinkStatus[];
  /** The revision of the plan, so that a device that was away hears of a newer one. */
  revision: number;
  /** Which database keeps them. */
  database: string;
  /** How far the clock they are by was ahead, in ms, where the batch told of one. */
  clockErrorMs?: number;
}

/**
 * A batch of entries as it came: what the device's clock said when it sent them, and for which database they were logged,
 * where it told.
 */
export interface Batch {
  entries: readonly unknown[];
  sentAt?: string | undefined;
  /** How far their clock was ahead, where the server said so when it had them before. */
  clockErrorMs?: number | undefined;
  database?: string | undefined;
}

/** Most characters one entry may have. */
const MOST_ENTRY_CHARACTERS = 50_000;
/** Least age of a batch's clock error that is worth writing down, in ms. */
const WORTH_NOTING_MS = 1000;

/**
 * Appends entries to a job's log. Each is kept or refused by itself; one sent twice is kept once. A clock is never a
 * reason to refuse: when the server had an entry and how far the sender's clock was off are written beside it.
 * Throws `Refused` where there is no such job, or the entries were logged for another database: its job of this id is another.
 */
export async function appendEntries(
  db: Db,
  job: string,
  sent: Batch | readonly unknown[],
  now = Date.now(),
  who: Sender | null = null,
): Promise<Appended> {
  const batch = Array.isArray(sent) ? { entries: sent as readonly unknown[] } : (sent as Batch);
  const own = await databaseId(db);
  if (batch.database !== undefined && batch.database !== own) throw loggedElsewhere(job);
  const { out, fresh, seq } = await together(db, (trx) => append(db, trx, job, batch, own, now, who));
  if (fresh.length) publish(job, { seq, entries: fresh, states: out.states, revision: out.revision });
  return out;
}

const loggedElsewhere = (job: string) =>
  new Refused(
    `These were logged for the job "${job}" of another database: they wait on the device until that one is back.`,
    [{ path: 'database', message: 'not the database that is here' }],
    409,
  );

/** Appends a batch in a transaction; what was new in it, and the number of the job's last entry after it. */
async function append(
  db: Db,
  trx: Transaction<Database>,
  job: string,
  batch: Batch,
  database: string,
  now: number,
  who: Sender | null,
): Promise<{ out: Appended; fresh: LogEntry[]; seq: number }> {
  const terms = await termsOf(db, trx, job);
  if (!terms) throw noSuchJob(job);
  const out: Appended = { kept: [], refused: [], states: [], revision: terms.revision, database };
  const fresh: LogEntry[] = [];
  const error =
    batch.clockErrorMs ?? (batch.sentAt === undefined ? undefined : Date.parse(batch.sentAt) - now);
  if (error !== undefined) out.clockErrorMs = Math.round(error);
  const clocks = await lastClocks(db, trx);
  const marks = {
    receivedAt: new Date(now).toISOString(),
    ...(error !== undefined && Math.abs(error) >= WORTH_NOTING_MS ? { clockErrorMs: Math.round(error) } : {}),
  };
  /** By how much the clock of a device was set since it was heard before. */
  const setSince = (device: string | undefined) => {
    const before = device === undefined ? undefined : clocks.get(device);
    const set = before === undefined || error === undefined ? 0 : Math.round(Math.abs(error - before));
    return set > CORRECTED_MS ? { clockDoubtMs: set } : {};
  };
  const read = batch.entries.map(readEntry);
  const known = await lookUp(trx, job, terms, read.flatMap((r) => ('entry' in r ? [r.entry] : []))); // prettier-ignore
  for (const r of read) {
    if ('refused' in r) {
      out.refused.push(r.refused);
      continue;
    }
    const e = r.entry;
    const before = known.entries.get(e.id);
    const refusal = before
      ? differing(before, e)
      : (refusalOf(e, job, terms, known) ?? notTheirs(e, terms, who));
    if (refusal) out.refused.push({ id: e.id, message: refusal.message, issues: [refusal] });
    else {
      out.kept.push(r.sentId);
      if (before) continue;
      const other = who !== null && !isPerson(who, terms.people.get(e.by));
      const marked = { ...e, ...marks, ...setSince(e.device), ...(other ? { enteredBy: who.name } : {}) };
      known.entries.set(e.id, marked);
      fresh.push(marked);
    }
  }
  const last = await insertEntries(trx, fresh);
  // What is sent again says how the clock was then, and not how it is now.
  if (error !== undefined && batch.clockErrorMs === undefined)
    for (const { device } of fresh) if (device !== undefined) clocks.set(device, error);
  out.states = await continueStates(trx, job, terms, fresh.filter(ofLink));
  // Inside the transaction: after it, another batch may be last already, and a listener would pass over that.
  return { out, fresh, seq: last ?? (await lastSeq(trx, job)) };
}

/** Who was let in on the device that sends a batch. */
export interface Sender {
  name: string;
  role: Role;
}

/** The crew knows people by their names, and so does whoever let them in. */
const isPerson = (who: Sender, name: string | undefined): boolean =>
  name !== undefined && name.trim().toLowerCase() === who.name.trim().toLowerCase();

/** A trainee logs their own work alone. */
function notTheirs(e: LogEntry, terms: JobTerms, who: Sender | null): Issue | null {
  if (who?.role !== 'trainee' || isPerson(who, terms.people.get(e.by))) return null;
  return { path: 'by', message: `You are let in as ${who.name}, a trainee: log your own work, or ask whose it is to log it.` }; // prettier-ignore
}

type Read = { entry: LogEntry; sentId: string } | { refused: Appended['refused'][number] };

/** An entry as it was sent, or why it cannot be one. What the server writes into an entry is not taken from a sender. */
function readEntry(body: unknown): Read {
  const sent = typeof body === 'object' && body !== null ? (body as Record<string, unknown>) : {};
  const id = typeof sent['id'] === 'string' ? sent['id'].slice(0, 80) : null;
  const refuse = (message: string, path: string): Read => ({
    refused: { id, message, issues: [{ path, message }] },
  });
  let size: number;
  try {
    size = JSON.stringify(body)?.length ?? 0;
  } catch {
    return refuse('This entry is nested too deep to be kept.', 'data');
  }
  if (size > MOST_ENTRY_CHARACTERS)
    return refuse(
      'This entry is larger than 50 kB: shorten its note, and send pictures as pictures.',
      'data',
    );
  const { receivedAt: _, clockErrorMs: __, enteredBy: ___, clockDoubtMs: ____, ...own } = sent;
  const parsed = schemaFor(own).safeParse(own);
  if (parsed.success) return { entry: inSmallLetters(parsed.data), sentId: parsed.data.id };
  const issues = issuesOf(parsed.error);
  const [first] = issues;
  return {
    refused: {
      id,
      message: `This entry cannot be kept: ${first!.path || 'entry'} ${first!.message}.`,
      issues,
    },
  };
}

/** A UUID is the same in capitals: entries are kept by small letters. */
const inSmallLetters = (e: LogEntry): LogEntry => {
  const id = e.id.toLowerCase();
  return e.kind === 'void'
    ? ({ ...e, id, data: { ...e.data, entry: e.data.entry.toLowerCase() } } as LogEntry)
    : { ...e, id };
};

/** What a batch refers to, read at once. */
interface Known {
  /** Entries with an id of the batch or named by it. */
  entries: Map<string, LogEntry>;
}

const entriesOfIds = compiledOnce((db, n) =>
  db.selectFrom('entry').selectAll().where('id', 'in', Array<string>(n).fill('')),
);

async function lookUp(
  trx: Transaction<Database>,
  job: string,
  terms: JobTerms,
  entries: readonly LogEntry[],
): Promise<Known> {
  const wanted = [...new Set(entries.flatMap((e) => (e.kind === 'void' ? [e.id, e.data.entry] : [e.id])))];
  await terms.loadLinks(
    trx,
    entries.filter(ofLink).map((e) => e.link),
  );
  const { rows } = await entriesOfIds(
    trx,
    wanted.map((id) => [id]),
  );
  return { entries: new Map(rows.map((r) => [r.id, entryFromRow(r)])) };
}

/** Why an entry whose id is known already is not the one that is kept; null where it is the same. */
function differing(kept: LogEntry, sent: LogEntry): Issue | null {
  const plain = ({ receivedAt: _, clockErrorMs: __, enteredBy: ___, clockDoubtMs: ____, ...e }: LogEntry) =>
    canonicalJson(e);
  return plain(kept) === plain(sent)
    ? null
    : { path: 'id', message: 'Another entry has this id already: give every entry an id of its own.' };
}

/** Why an entry cannot be kept in this job; null when it can. */
function refusalOf(e: LogEntry, job: string, terms: JobTerms, known: Known): Issue | null {
  if (e.job !== job)
    return { path: 'job', message: `This entry belongs to the job "${e.job}": send it there.` };
  if (e.kind === 'planned' || e.kind === 'handed-over')
    return {
      path: 'kind',
      message: 'A change of the plan is made by its own route, which writes this entry itself.',
    };
  if (!terms.people.has(e.by))
    return { path: 'by', message: `Nobody in the crew is "${e.by}": choose who you are.` };
  const link = ofLink(e) ? terms.links.get(e.link) : undefined;
  if (ofLink(e) && !link) return { path: 'link', message: `There is no link "${e.link}" in this job.` };
  if (e.kind === 'void') {
    const named = known.entries.get(e.data.entry);
    if (
      !named ||
      named.job !== job ||
      (ofLink(e) ? e.link : undefined) !== (ofLink(named) ? named.link : undefined)
    )
      return {
        path: 'data.entry',
        message: ofLink(e)
          ? 'There is no such entry on this link to take back.'
          : 'There is no such entry to take back.',
      };
    if (named.kind === 'planned' || named.kind === 'moved' || named.kind === 'handed-over')
      return {
        path: 'data.entry',
        message: 'A change of the plan is taken back by changing the plan again.',
      };
  }
  if (e.kind === 'reading') {
    const message = readingProblem(e.data.reading, link!);
    return message === null ? null : { path: 'data.reading.walk', message };
  }
  const parts = e.kind === 'tool' ? [e.data.part] : e.kind === 'leads-proved' ? e.data.leads : [];
  const missing = parts.find((p) => !terms.parts.some((x) => x.id === p));
  return missing === undefined
    ? null
    : {
        path: e.kind === 'tool' ? 'data.part' : 'data.leads',
        message: `There is no part "${missing}" on this job: add it first.`,
      };
}
