import type { ConnectorFamily } from '$core/wiring/connector';
import type { EntryOf } from '$core/model/entry';
import type { Db } from '../db/open';

/** Who on a job has read the cautions of which family. */
export interface Cautioned {
  by: string;
  family: ConnectorFamily;
}

/** Everybody who has read cautions on a job. */
export async function readCautioned(db: Db, job: string): Promise<Cautioned[]> {
  const rows = await db
    .selectFrom('entry')
    .select(['by', 'data'])
    .where('job', '=', job)
    .where('kind', '=', 'cautioned')
    .execute();
  return rows.map((r) => ({
    by: r.by,
    family: (JSON.parse(r.data) as EntryOf<'cautioned'>['data']).family,
  }));
}
