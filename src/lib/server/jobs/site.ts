import { sql } from 'kysely';
import type { Db } from '../db/open';
import type { ItemKind } from '../db/schema';
import { readCautioned } from './cautions';
import { readFindings } from './findings';
import { readLeadProofs, readRecentReadings } from './recent';
import { lastSeq } from './since';

/**
 * All that a device needs of a job, as JSON text. Plan and states are kept as JSON and go out as they are, unparsed:
 * on a job of ten thousand links that is most of the work saved. Undefined where there is no such job.
 */
export async function siteJson(db: Db, job: string): Promise<string | undefined> {
  const row = await db.selectFrom('job').selectAll().where('id', '=', job).executeTakeFirst();
  if (!row) return undefined;
  // Read first: what is kept while the rest is read is told again, never left out.
  const seq = await lastSeq(db, job);
  const joined = async (query: ReturnType<typeof sql<{ list: string | null }>>) =>
    `[${(await query.execute(db)).rows[0]?.list ?? ''}]`;
  const items = (kind: ItemKind, order = sql`id`) =>
    joined(
      sql<{ list: string | null }>`select group_concat(body) as list from
        (select body from item where job = ${job} and kind = ${kind} order by ${order})`,
    );
  const plan = [
    `"id":${JSON.stringify(row.id)}`,
    `"name":${JSON.stringify(row.name)}`,
    `"createdAt":${JSON.stringify(row.created_at)}`,
    `"policy":${row.policy}`,
    `"spaces":${await items('space')}`,
    `"panels":${await items('panel', sql`json_extract(body, '$.order'), id`)}`,
    `"outlets":${await items('outlet')}`,
    `"parts":${await items('part')}`,
    `"legends":${await items('legend')}`,
    `"crew":${await items('person')}`,
    `"links":${await joined(
      sql<{ list: string | null }>`select group_concat(body) as list from
        (select body from link where job = ${job} order by id)`,
    )}`,
  ];
  const statuses = await joined(
    sql<{ list: string | null }>`select group_concat(status) as list from
      (select status from link_state where job = ${job} order by link)`,
  );
  const rest = {
    seq,
    findings: await readFindings(db, job),
    leadProofs: await readLeadProofs(db, job),
    recentReadings: await readRecentReadings(db, job),
    cautioned: await readCautioned(db, job),
  };
  return `{"plan":{${plan.join(',')}},"statuses":${statuses},${JSON.stringify(rest).slice(1)}`;
}
