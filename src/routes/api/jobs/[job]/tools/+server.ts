import { json } from '@sveltejs/kit';
import { database } from '$lib/server/db';
import { readTools } from '$lib/server/jobs/tools';
import type { RequestHandler } from './$types';

export const GET: RequestHandler = async ({ params }) =>
  json({ tools: await readTools(await database(), params.job) });
