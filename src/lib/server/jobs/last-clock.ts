import { sql, type Kysely } from 'kysely';
import type { Database } from '../db/schema';
import type { Db } from '../db/open';

/** The newest entries that are looked through for what was heard of a device last. Our judgement. */
const LOOKED_THROUGH = 20_000;

/** How far the clocks of devices were ahead when they were heard last, in ms, by database and device. */
const heard = new WeakMap<Db, Map<string, number>>();

/** How far the clock of each device was ahead when the server heard it last, in ms; grows with what is sent. */
export async function lastClocks(db: Db, trx: Kysely<Database>): Promise<Map<string, number>> {
  const known = heard.get(db);
  if (known) return known;
  const { rows } = await sql<{ device: string; error: number | null }>`
    select device, clock_error_ms as error, max(seq)
    from entry
    where seq > (select max(seq) from entry) - ${LOOKED_THROUGH} and device is not null and received_at is not null
    group by device`.execute(trx);
  const clocks = new Map(rows.map((r) => [r.device, r.error ?? 0]));
  heard.set(db, clocks);
  return clocks;
}
