import { json } from '@sveltejs/kit';
import { database } from '$lib/server/db';
import { entriesOf } from '$lib/server/jobs/entry-rows';
import type { RequestHandler } from './$types';

export const GET: RequestHandler = async ({ params }) =>
  json({ entries: await entriesOf(await database(), params.job, params.link) });
