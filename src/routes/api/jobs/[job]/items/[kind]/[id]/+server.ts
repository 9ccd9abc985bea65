import { json } from '@sveltejs/kit';
import { database } from '$lib/server/db';
import { keepItem } from '$lib/server/jobs/items';
import { answering, readJson } from '$lib/server/refused';
import type { RequestHandler } from './$types';

const MOST_BYTES = 100_000;

export const PUT: RequestHandler = ({ params, request }) =>
  answering(async () => {
    await keepItem(await database(), params.job, params.kind, params.id, await readJson(request, MOST_BYTES));
    return json({ kept: params.id });
  });
