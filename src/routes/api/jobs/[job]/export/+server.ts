import { database } from '$lib/server/db';
import { exportPackage } from '$lib/server/jobs/package';
import { answering, noSuchJob } from '$lib/server/refused';
import { beside } from '$lib/server/thread/pool';
import type { RequestHandler } from './$types';

/** The whole job: as its file, or with its pictures as a package (`as=package`). */
export const GET: RequestHandler = ({ params: { job }, url }) =>
  answering(async () => {
    const packed = url.searchParams.get('as') === 'package';
    const file = await beside('export-job', { job });
    if (!file) throw noSuchJob(job);
    return new Response(packed ? await exportPackage(await database(), job, file) : file, {
      headers: {
        'content-type': packed ? 'application/zip' : 'application/json; charset=utf-8',
        'content-disposition': `attachment; filename="${job}.${packed ? 'zip' : 'json'}"`,
      },
    });
  });
