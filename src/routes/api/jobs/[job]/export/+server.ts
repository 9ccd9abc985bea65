import { database } from '$lib/server/db';
import { exportJob } from '$lib/server/jobs/job-file';
import { answering, Refused } from '$lib/server/refused';
import type { RequestHandler } from './$types';

export const GET: RequestHandler = ({ params }) =>
  answering(async () => {
    const file = await exportJob(await database(), params.job);
    if (file === undefined)
      throw new Refused(
        `There is no job "${params.job}".`,
        [{ path: 'job', message: 'Choose one of those that are here.' }],
        404,
      );
    return new Response(file, {
      headers: {
        'content-type': 'application/json; charset=utf-8',
        'content-disposition': `attachment; filename="${params.job}.json"`,
      },
    });
  });
