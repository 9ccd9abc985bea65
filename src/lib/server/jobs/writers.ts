import { sql } from 'kysely';
import type { Db } from '../db/open';

/** A device that wrote in a job: who wrote on it last, and when the server last had something from it. */
export interface Writer {
  device: string;
  by: string;
  heardAt: string;
}

/** The newest entries of the whole database that are looked through, so that a long log keeps nobody waiting. Our judgement. */
const LOOKED_THROUGH = 20_000;
/** What was not heard of for longer is a browser that is used no more. Our judgement. */
const DAYS = 14;

/**
 * Devices that wrote in a job of late, the one heard last first: what any of them has not sent yet is in no record of the job.
 * Of a job in which nothing was written for long, those that wrote at the end of it.
 */
export async function writersOf(db: Db, job: string): Promise<Writer[]> {
  const { rows } = await sql<Writer>`
    select device, "by", max(received_at) as heardAt
    from entry
    where seq > (select max(seq) from entry) - ${LOOKED_THROUGH}
      and job = ${job} and device is not null and received_at is not null
    group by device
    order by heardAt desc`.execute(db);
  const newest = Date.parse(rows[0]?.heardAt ?? '');
  return rows.filter((w) => newest - Date.parse(w.heardAt) <= DAYS * 86_400_000);
}
