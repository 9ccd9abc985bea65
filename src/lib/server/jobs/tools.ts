import type { Part } from '$core/model/job';
import { toolStatuses, type ToolStatus } from '$core/log/tools';
import type { Db } from '../db/open';
import { entryFromRow } from './entry-rows';

/** How every part of a job stands, from the log. */
export async function readTools(db: Db, job: string): Promise<ToolStatus[]> {
  const parts = await db
    .selectFrom('item')
    .select('body')
    .where('job', '=', job)
    .where('kind', '=', 'part')
    .orderBy('id')
    .execute();
  const rows = await db
    .selectFrom('entry')
    .selectAll()
    .where('job', '=', job)
    .where('kind', 'in', ['seated', 'redone', 'tool', 'void'])
    .where((eb) => eb.or([eb('kind', 'in', ['tool', 'void']), eb('data', 'like', '%"parts"%')]))
    .execute();
  return toolStatuses(
    parts.map((p) => JSON.parse(p.body) as Part),
    rows.map(entryFromRow),
  );
}
