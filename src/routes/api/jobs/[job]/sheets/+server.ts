import { z } from 'zod';
import { snags, snagsCsv, workSheets } from '$core/handover/sheets';
import { activePlan } from '$core/plan/active';
import { database } from '$lib/server/db';
import { snagsPdf, workSheetsPdf } from '$lib/server/handover/sheets-pdf';
import { readPlan } from '$lib/server/jobs/job-file';
import { readStates } from '$lib/server/jobs/states';
import { answering, noSuchJob, readQuery } from '$lib/server/refused';
import type { RequestHandler } from './$types';

const query = z.object({
  kind: z.enum(['work', 'snags']).default('work'),
  as: z.enum(['pdf', 'csv']).default('pdf'),
});

/** Sheets for those who stay on paper: what is to be made at each place, or what is to be done again (as CSV too). */
export const GET: RequestHandler = ({ params, url }) =>
  answering(async () => {
    const db = await database();
    const { kind, as } = readQuery(url, query);
    const whole = await readPlan(db, params.job);
    if (!whole) throw noSuchJob(params.job);
    const plan = activePlan(whole);
    const states = new Map((await readStates(db, params.job)).map((s) => [s.link, s]));
    const statusOf = (l: { id: string }) => states.get(l.id)!;
    const at = new Date().toISOString();
    const csv = kind === 'snags' && as === 'csv';
    const body = csv
      ? snagsCsv(snags(plan, statusOf))
      : new Uint8Array(await (kind === 'work' ? workSheetsPdf(plan, workSheets(plan, statusOf), at) : snagsPdf(plan.name, snags(plan, statusOf), at))); // prettier-ignore
    return new Response(body, {
      headers: {
        'content-type': csv ? 'text/csv; charset=utf-8' : 'application/pdf',
        'content-disposition': `attachment; filename="${params.job}-${kind}.${csv ? 'csv' : 'pdf'}"`,
      },
    });
  });
