import { database } from '$lib/server/db';
import { labelSheetPdf } from '$lib/server/labels/label-pdf';
import { answering, readJson } from '$lib/server/refused';
import type { RequestHandler } from './$types';

const MOST_BYTES = 2_000_000;

/** Labels of a job as a PDF, laid out as asked. */
export const POST: RequestHandler = ({ params, request }) =>
  answering(async () => {
    const pdf = await labelSheetPdf(await database(), params.job, await readJson(request, MOST_BYTES));
    return new Response(new Uint8Array(pdf), {
      headers: {
        'content-type': 'application/pdf',
        'content-disposition': `inline; filename="${params.job}-labels.pdf"`,
      },
    });
  });
