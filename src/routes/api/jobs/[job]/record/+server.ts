import { z } from 'zod';
import { canonicalJson } from '$core/formats/canonical';
import { database } from '$lib/server/db';
import { asBuiltPdf, recordNow } from '$lib/server/handover/as-built';
import { recordXlsx } from '$lib/server/handover/record-xlsx';
import { answering, readQuery, Refused } from '$lib/server/refused';
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
    const body =
      as === 'pdf'
        ? new Uint8Array(await asBuiltPdf(db, params.job))
        : as === 'json'
          ? canonicalJson(await recordNow(db, params.job))
          : new Uint8Array(await recordXlsx(await recordNow(db, params.job)));
    return new Response(body, {
      headers: {
        'content-type': TYPES[as],
        'content-disposition': `attachment; filename="${params.job}-record.${as}"`,
      },
    });
  });
