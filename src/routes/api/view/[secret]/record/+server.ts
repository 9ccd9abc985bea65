import { database } from '$lib/server/db';
import { jobOfShare } from '$lib/server/jobs/shares';
import { answering } from '$lib/server/refused';
import { beside } from '$lib/server/thread/pool';
import type { RequestHandler } from './$types';

/** The as-built record of a job as a PDF, by the secret of a client's address. */
export const GET: RequestHandler = ({ params }) =>
  answering(async () => {
    const db = await database();
    const job = await jobOfShare(db, params.secret);
    return new Response(await beside('record', { job, as: 'pdf' }), {
      headers: {
        'content-type': 'application/pdf',
        'content-disposition': `attachment; filename="${job}-record.pdf"`,
        'cache-control': 'no-store',
        'x-robots-tag': 'noindex',
      },
    });
  });
