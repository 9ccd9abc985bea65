import { z } from 'zod';
import { canonicalJson } from '$core/formats/canonical';
import { recordOf } from '$core/handover/record';
import type { JobFile } from '$core/model/job';
import { database } from '$lib/server/db';
import { recordPdf } from '$lib/server/handover/record-pdf';
import { recordXlsx } from '$lib/server/handover/record-xlsx';
import { handoverState } from '$lib/server/jobs/handover';
import { exportJob } from '$lib/server/jobs/job-file';
import { answering, noSuchJob, readQuery, Refused } from '$lib/server/refused';
import type { RequestHandler } from './$types';

const query = z.object({ as: z.enum(['pdf', 'json', 'xlsx']).default('pdf') });
const TYPES = {
  pdf: 'application/pdf',
  json: 'application/json; charset=utf-8',
  xlsx: 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet',
} as const;

/** The as-built record of a job: as a PDF, as `gauntlet/record@1`, or as a workbook. */
export const GET: RequestHandler = ({ params, url, locals }) =>
  answering(async () => {
    const db = await database();
    const { as } = readQuery(url, query);
    if (as === 'json' && locals.who?.role === 'client')
      throw new Refused(
        'The record as data carries the whole log: ask the crew for it, or take the PDF.',
        [],
        403,
      );
    const file = await exportJob(db, params.job);
    if (file === undefined) throw noSuchJob(params.job);
    const record = recordOf(JSON.parse(file) as JobFile, new Date().toISOString());
    const body =
      as === 'json'
        ? canonicalJson(record)
        : as === 'xlsx'
          ? new Uint8Array(await recordXlsx(record))
          : new Uint8Array(await recordPdf(record, (await handoverState(db, params.job)).last));
    return new Response(body, {
      headers: {
        'content-type': TYPES[as],
        'content-disposition': `attachment; filename="${params.job}-record.${as}"`,
      },
    });
  });
