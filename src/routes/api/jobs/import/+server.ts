import { json } from '@sveltejs/kit';
import { database } from '$lib/server/db';
import { importJob } from '$lib/server/jobs/job-file';
import { isZip, MOST_PACKAGE_BYTES, unpack } from '$lib/server/jobs/package';
import { answering, parseJson, readBytes, Refused } from '$lib/server/refused';
import type { RequestHandler } from './$types';

const MOST_BYTES = 96_000_000;

/** Brings a job in: its file or its package; with `beside` as another job of that name. */
export const POST: RequestHandler = ({ request, url }) =>
  answering(async () => {
    const bytes = await readBytes(request, MOST_PACKAGE_BYTES);
    const zipped = isZip(bytes);
    if (!zipped && bytes.byteLength > MOST_BYTES)
      throw new Refused('The job file is larger than 96 MB.', [{ path: '', message: 'too large' }], 413);
    const { body, photos } = zipped ? unpack(bytes) : { body: parseJson(bytes), photos: new Map() };
    const beside = url.searchParams.get('beside')?.trim().slice(0, 120) || undefined;
    return json({ job: await importJob(await database(), body, { photos, beside }) }, { status: 201 });
  });
