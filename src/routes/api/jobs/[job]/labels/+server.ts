import { database } from '$lib/server/db';
import { labelSheetPdf } from '$lib/server/labels/label-pdf';
import { stripPdf } from '$lib/server/labels/strip-pdf';
import { answering, readJson } from '$lib/server/refused';
import type { RequestHandler } from './$types';

const MOST_BYTES = 2_000_000;

/** Labels of a job as a PDF, laid out as asked: on sheets, or as strips along its panels. */
export const POST: RequestHandler = ({ params, request }) =>
  answering(async () => {
    const asked = await readJson(request, MOST_BYTES);
    const strips = typeof asked === 'object' && asked !== null && 'strip' in asked;
    const { pages, stream } = await (strips ? stripPdf : labelSheetPdf)(await database(), params.job, asked);
    return new Response(stream, {
      headers: {
        'content-type': 'application/pdf',
        'content-disposition': `inline; filename="${params.job}-labels.pdf"`,
        // So that whoever waits can tell how far it is.
        'x-pages': String(pages),
      },
    });
  });
