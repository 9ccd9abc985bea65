import { json } from '@sveltejs/kit';
import { isZip, MOST_JOB_BYTES, MOST_PACKAGE_BYTES } from '$lib/server/jobs/unpack';
import { answering, readBytes, Refused } from '$lib/server/refused';
import { beside as besideServer } from '$lib/server/thread/pool';
import type { RequestHandler } from './$types';

/** Brings a job in: its file or its package; with `beside` as another job of that name. */
export const POST: RequestHandler = ({ request, url }) =>
  answering(async () => {
    const bytes = await readBytes(request, MOST_PACKAGE_BYTES);
    if (!isZip(bytes) && bytes.byteLength > MOST_JOB_BYTES)
      throw new Refused('The job file is larger than 96 MB.', [{ path: '', message: 'too large' }], 413);
    const beside = url.searchParams.get('beside')?.trim().slice(0, 120) || undefined;
    return json({ job: await besideServer('import-job', { bytes, beside }) }, { status: 201 });
  });
