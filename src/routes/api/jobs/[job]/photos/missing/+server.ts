import { json } from '@sveltejs/kit';
import { database } from '$lib/server/db';
import { missingPhotos } from '$lib/server/jobs/missing';
import { answering, readJson } from '$lib/server/refused';
import type { RequestHandler } from './$types';

const MOST_BYTES = 60_000;

/** Which of the pictures that a device sent before are here no more. */
export const POST: RequestHandler = ({ params, request }) =>
  answering(async () =>
    json({
      missing: await missingPhotos(await database(), params.job, await readJson(request, MOST_BYTES)),
    }),
  );
