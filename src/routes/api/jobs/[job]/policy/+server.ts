import { json } from '@sveltejs/kit';
import { database } from '$lib/server/db';
import { keepPolicy } from '$lib/server/jobs/policy';
import { answering, readJson } from '$lib/server/refused';
import type { RequestHandler } from './$types';

const MOST_BYTES = 50_000;

export const PUT: RequestHandler = ({ params, request }) =>
  answering(async () => {
    await keepPolicy(await database(), params.job, await readJson(request, MOST_BYTES));
    return json({ kept: true });
  });
