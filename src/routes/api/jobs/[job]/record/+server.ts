import { z } from 'zod';
import { answering, readQuery, Refused } from '$lib/server/refused';
import { beside } from '$lib/server/thread/pool';
import { RECORD_FORMS, type RecordForm } from '$lib/server/handover/record-forms';
import type { RequestHandler } from './$types';

const query = z.object({ as: z.enum(RECORD_FORMS).default('pdf') });
const TYPES = {
  pdf: 'application/pdf',
  json: 'application/json; charset=utf-8',
  xlsx: 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet',
  csv: 'text/csv; charset=utf-8',
  'open-csv': 'text/csv; charset=utf-8',
} satisfies Record<RecordForm, string>;
const ENDINGS: Record<RecordForm, string> = { pdf: 'record.pdf', json: 'record.json', xlsx: 'record.xlsx', csv: 'links.csv', 'open-csv': 'open-points.csv' }; // prettier-ignore

/** The as-built record of a job: as a PDF, as `gauntlet/record@1`, or as a workbook. */
export const GET: RequestHandler = ({ params, url, locals }) =>
  answering(async () => {
    const { as } = readQuery(url, query);
    if (as === 'json' && locals.who?.role === 'client')
      throw new Refused(
        'The record as data carries the whole log: ask the crew for it, or take the PDF.',
        [],
        403,
      );
    const body = await beside('record', { job: params.job, as });
    return new Response(body, {
      headers: {
        'content-type': TYPES[as],
        'content-disposition': `attachment; filename="${params.job}-${ENDINGS[as]}"`,
      },
    });
  });
