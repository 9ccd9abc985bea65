import { json } from '@sveltejs/kit';
import { z } from 'zod';
import { database } from '$lib/server/db';
import { share, sharesOf, takeShareBack } from '$lib/server/jobs/shares';
import { answering, readJson, readQuery } from '$lib/server/refused';
import type { RequestHandler } from './$types';

const MOST_BYTES = 2000;

/** Addresses under which clients see this job. */
export const GET: RequestHandler = ({ params }) =>
  answering(async () => json({ shares: await sharesOf(await database(), params.job) }));

/** Makes one; its secret is told this once. */
export const POST: RequestHandler = ({ params, request }) =>
  answering(async () =>
    json(await share(await database(), params.job, await readJson(request, MOST_BYTES)), { status: 201 }),
  );

/** Takes one back. */
export const DELETE: RequestHandler = ({ params, url }) =>
  answering(async () => {
    const { id } = readQuery(url, z.object({ id: z.string() }));
    await takeShareBack(await database(), params.job, id);
    return json({ takenBack: id });
  });
