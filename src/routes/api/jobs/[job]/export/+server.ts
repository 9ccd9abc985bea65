import { database } from '$lib/server/db';
import { exportJob } from '$lib/server/jobs/job-file';
import { exportPackage } from '$lib/server/jobs/package';
import { answering, noSuchJob } from '$lib/server/refused';
import type { RequestHandler } from './$types';

/** The whole job: as its file, or with its pictures as a package (`as=package`). */
export const GET: RequestHandler = ({ params, url }) =>
  answering(async () => {
    const packed = url.searchParams.get('as') === 'package';
    const db = await database();
    const file = packed ? await exportPackage(db, params.job) : await exportJob(db, params.job);
    if (file === undefined) throw noSuchJob(params.job);
    return new Response(file, {
      headers: {
        'content-type': packed ? 'application/zip' : 'application/json; charset=utf-8',
        'content-disposition': `attachment; filename="${params.job}.${packed ? 'zip' : 'json'}"`,
      },
    });
  });
