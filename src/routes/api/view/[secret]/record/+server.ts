import { recordOf } from '$core/handover/record';
import type { JobFile } from '$core/model/job';
import { database } from '$lib/server/db';
import { recordPdf } from '$lib/server/handover/record-pdf';
import { handoverState } from '$lib/server/jobs/handover';
import { exportJob } from '$lib/server/jobs/job-file';
import { jobOfShare } from '$lib/server/jobs/shares';
import { answering } from '$lib/server/refused';
import type { RequestHandler } from './$types';

/** The as-built record of a job as a PDF, by the secret of a client's address. */
export const GET: RequestHandler = ({ params }) =>
  answering(async () => {
    const db = await database();
    const job = await jobOfShare(db, params.secret);
    const record = recordOf(JSON.parse((await exportJob(db, job))!) as JobFile, new Date().toISOString());
    return new Response(new Uint8Array(await recordPdf(record, (await handoverState(db, job)).last)), {
      headers: {
        'content-type': 'application/pdf',
        'content-disposition': `attachment; filename="${job}-record.pdf"`,
        'cache-control': 'no-store',
        'x-robots-tag': 'noindex',
      },
    });
  });
