import { REFUSALS, type AccessEntry, type AccessEvent } from '$core/access/access-events';
import type { Db } from '../db/open';

/** How many are kept; tries that failed are counted by themselves, so that they push nothing else out. Our judgement. */
const MOST_KEPT = 5000;
/** How many are shown at once. */
const SHOWN = 200;

/** Writes down what happened to somebody's access here. */
export async function noteAccess(
  db: Db,
  what: AccessEvent,
  about: Partial<Pick<AccessEntry, 'person' | 'device' | 'address' | 'by'>>,
  now = Date.now(),
): Promise<void> {
  const { person = null, device = null, address = null, by = null } = about;
  await db
    .insertInto('access_event')
    .values({ at: new Date(now).toISOString(), what, person, device, address, by: by === person ? null : by })
    .execute();
  const refused = REFUSALS.includes(what);
  await db
    .deleteFrom('access_event')
    .where('what', refused ? 'in' : 'not in', REFUSALS)
    .where('seq', '<=', (e) =>
      e
        .selectFrom('access_event')
        .select('seq')
        .where('what', refused ? 'in' : 'not in', REFUSALS)
        .orderBy('seq', 'desc')
        .offset(MOST_KEPT)
        .limit(1),
    )
    .execute();
}

/** What happened to people's access here, the last first. */
export async function accessLog(db: Db): Promise<AccessEntry[]> {
  const rows = await db
    .selectFrom('access_event')
    .select(['at', 'what', 'person', 'device', 'address', 'by'])
    .orderBy('seq', 'desc')
    .limit(SHOWN)
    .execute();
  return rows.map((row) => ({ ...row, what: row.what as AccessEvent }));
}
