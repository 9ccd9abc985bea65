import { ofLink } from '$core/model/of-link';
import type { Insertable, Kysely } from 'kysely';
import { canonicalJson } from '$core/formats/canonical';
import type { Terms } from '$core/log/judge-measured';
import { foldLink, type LinkStatus } from '$core/log/state';
import { type Entry } from '$core/model/entry';
import type { JobFile, Link } from '$core/model/job';
import { continues, placeAfter, type LogPlace } from '$core/log/place';
import { compiledOnce } from '../db/compiled-once';
import type { Database } from '../db/schema';
import { entriesOfLinks, entryFromRow } from './entry-rows';
import { readTerms, type JobTerms } from './terms';

/** Rows asked for or written by one statement. */
const CHUNK = 500;

/** A link's state, and where the log it was made of stands. */
interface Kept {
  status: LinkStatus;
  place: LogPlace;
}

const BLANK = { job: null, link: null, status: null, place: null } as unknown as Insertable<Database['link_state']>; // prettier-ignore
const upsertRows = compiledOnce((db, n) =>
  db
    .insertInto('link_state')
    .values(Array.from({ length: n }, () => BLANK))
    .onConflict((c) =>
      c
        .columns(['job', 'link'])
        .doUpdateSet((eb) => ({ status: eb.ref('excluded.status'), place: eb.ref('excluded.place') })),
    ),
);

/** Writes states down, over what was kept of their links. */
export async function keepStates(db: Kysely<Database>, job: string, states: readonly Kept[]): Promise<void> {
  for (let i = 0; i < states.length; i += CHUNK)
    await upsertRows(
      db,
      states
        .slice(i, i + CHUNK)
        .map(({ status, place }) => [job, status.link, JSON.stringify(status), JSON.stringify(place)]),
    );
}

/** Folds the whole logs of links and keeps the results. */
export async function refreshStates(
  db: Kysely<Database>,
  job: string,
  terms: JobTerms,
  ids: readonly string[],
): Promise<LinkStatus[]> {
  const states = await foldLinks(db, job, terms, ids);
  await keepStates(db, job, states);
  return states.map((s) => s.status);
}

async function foldLinks(
  db: Kysely<Database>,
  job: string,
  terms: JobTerms,
  ids: readonly string[],
): Promise<Kept[]> {
  if (!ids.length) return [];
  await terms.loadLinks(db, ids);
  const logs = await entriesOfLinks(db, job, ids);
  return ids.map((id) => foldWhole(terms.links.get(id)!, terms, logs.get(id)!));
}

const foldWhole = (link: Link, terms: Terms, log: readonly Entry[]): Kept => ({
  status: foldLink(link, terms, log),
  place: placeAfter(null, log),
});

/**
 * The states of links that got these entries, kept: gone on from what was kept where the entries come after it, else
 * folded from their whole logs, in which the entries stand already.
 */
export async function continueStates(
  db: Kysely<Database>,
  job: string,
  terms: JobTerms,
  entries: readonly Entry[],
): Promise<LinkStatus[]> {
  const fresh = byLink(entries);
  const ids = [...fresh.keys()];
  await terms.loadLinks(db, ids);
  const states: Kept[] = [];
  for (const { status, place } of await keptStates(db, job, ids)) {
    const own = fresh.get(status.link)!;
    if (!continues(place, own)) continue;
    const link = terms.links.get(status.link)!;
    states.push({ status: foldLink(link, terms, own, status), place: placeAfter(place, own) });
    fresh.delete(status.link);
  }
  states.push(...(await foldLinks(db, job, terms, [...fresh.keys()])));
  await keepStates(db, job, states);
  return states.map((s) => s.status);
}

async function keptStates(db: Kysely<Database>, job: string, links: readonly string[]): Promise<Kept[]> {
  const out: Kept[] = [];
  for (let i = 0; i < links.length; i += CHUNK) {
    const rows = await db
      .selectFrom('link_state')
      .select(['status', 'place'])
      .where('job', '=', job)
      .where('link', 'in', links.slice(i, i + CHUNK))
      .execute();
    for (const r of rows)
      out.push({ status: JSON.parse(r.status) as LinkStatus, place: JSON.parse(r.place) as LogPlace });
  }
  return out;
}

function byLink(entries: readonly Entry[]): Map<string, Entry[]> {
  const out = new Map<string, Entry[]>();
  for (const e of entries) {
    const list = out.get(e.link);
    if (list) list.push(e);
    else out.set(e.link, [e]);
  }
  return out;
}

/** The states of a job as its file tells them. */
export function statesOfFile({ job: { policy }, parts, links, entries }: JobFile): Kept[] {
  const logs = byLink(entries.filter(ofLink));
  return links.map((l) => foldWhole(l, { policy, parts }, logs.get(l.id) ?? []));
}

/** Every link's state computed from the log, without a look at what is kept. */
async function foldJob(db: Kysely<Database>, job: string): Promise<Kept[]> {
  const terms = (await readTerms(db, job))!;
  const links = await db.selectFrom('link').select('body').where('job', '=', job).orderBy('id').execute();
  const rows = await db.selectFrom('entry').selectAll().where('job', '=', job).orderBy('seq').execute();
  const entries = byLink(rows.map(entryFromRow).filter(ofLink));
  return links
    .map((l) => JSON.parse(l.body) as Link)
    .map((l) => foldWhole(l, terms, entries.get(l.id) ?? []));
}

/** Throws the kept states of a job away and makes them anew from its log. */
export async function rebuildStates(db: Kysely<Database>, job: string): Promise<number> {
  const states = await foldJob(db, job);
  await db.deleteFrom('link_state').where('job', '=', job).execute();
  await keepStates(db, job, states);
  return states.length;
}

/** Makes states anew where a job has links without one, as after an update that changed what a state knows. */
export async function rebuildMissingStates(db: Kysely<Database>): Promise<void> {
  const rows = await db
    .selectFrom('link')
    .leftJoin('link_state', (j) =>
      j.onRef('link_state.job', '=', 'link.job').onRef('link_state.link', '=', 'link.id'),
    )
    .innerJoin('job', 'job.id', 'link.job')
    .select('link.job')
    .distinct()
    .where('link_state.link', 'is', null)
    .execute();
  for (const { job } of rows) await db.transaction().execute((trx) => rebuildStates(trx, job));
}

/** The kept states of a job, or of some of its links. */
export async function readStates(
  db: Kysely<Database>,
  job: string,
  links?: readonly string[],
): Promise<LinkStatus[]> {
  let query = db.selectFrom('link_state').select('status').where('job', '=', job).orderBy('link');
  if (links) query = query.where('link', 'in', links);
  return (await query.execute()).map((r) => JSON.parse(r.status) as LinkStatus);
}

/** Links whose kept state, or where its log stands, differs from a fold of their log; empty when all agree. */
export async function disagreements(db: Kysely<Database>, job: string): Promise<string[]> {
  const rows = await db.selectFrom('link_state').selectAll().where('job', '=', job).execute();
  const kept = new Map(rows.map((r) => [r.link, r]));
  return (await foldJob(db, job))
    .filter(({ status, place }) => {
      const row = kept.get(status.link);
      return !row || canonicalJson({ status: JSON.parse(row.status), place: JSON.parse(row.place) }) !== canonicalJson({ status, place }); // prettier-ignore
    })
    .map(({ status }) => status.link);
}
