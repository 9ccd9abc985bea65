import { ofLink } from '$core/model/entry';
import type { Kysely } from 'kysely';
import type { Entry } from '$core/model/entry';
import type { Link } from '$core/model/job';
import { addFound, countFound, nothingFound, type FoundCounts } from '$core/diagnose/learn';
import type { Database } from '../db/schema';
import { entryFromRow } from './entry-rows';

/** What was found on a job, and on all the other jobs of the crew. */
export interface Findings {
  job: FoundCounts;
  otherJobs: FoundCounts;
}

/** Counts what was found, from the log. */
export async function readFindings(db: Kysely<Database>, job: string): Promise<Findings> {
  const rows = await db.selectFrom('entry').selectAll().where('kind', 'in', ['found', 'void']).execute();
  const links = await db
    .selectFrom('link')
    .select(['job', 'body'])
    .where((eb) =>
      eb.exists(
        eb
          .selectFrom('entry')
          .select('entry.id')
          .whereRef('entry.job', '=', 'link.job')
          .whereRef('entry.link', '=', 'link.id')
          .where('entry.kind', '=', 'found'),
      ),
    )
    .execute();
  const linkOf = new Map(
    links.map((l) => [`${l.job}\n${(JSON.parse(l.body) as Link).id}`, JSON.parse(l.body) as Link]),
  );
  const count = (entries: Entry[]) => {
    let total = nothingFound();
    for (const id of new Set(entries.map((e) => e.job)))
      total = addFound(
        total,
        countFound(
          entries.filter((e) => e.job === id),
          (link) => linkOf.get(`${id}\n${link}`),
        ),
      );
    return total;
  };
  const entries = rows.map(entryFromRow).filter(ofLink);
  return {
    job: count(entries.filter((e) => e.job === job)),
    otherJobs: count(entries.filter((e) => e.job !== job)),
  };
}
