import { database } from '$lib/server/db';
import { exportJob } from '$lib/server/jobs/job-file';
import { answering, noSuchJob } from '$lib/server/refused';
import type { RequestHandler } from './$types';

export const GET: RequestHandler = ({ params }) =>
  answering(async () => {
    const file = await exportJob(await database(), params.job);
    if (file === undefined) throw noSuchJob(params.job);
    return new Response(file, {
      headers: {
        'content-type': 'application/json; charset=utf-8',
        'content-disposition': `attachment; filename="${params.job}.json"`,
      },
    });
  });
