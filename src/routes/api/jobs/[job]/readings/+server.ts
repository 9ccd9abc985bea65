import { json } from '@sveltejs/kit';
import { database } from '$lib/server/db';
import { bringReadings, bringReadingsQuery } from '$lib/server/jobs/bring-readings';
import { answering, readBytes, readQuery } from '$lib/server/refused';
import type { RequestHandler } from './$types';

const MOST_BYTES = 4_000_000;

/** Logs the readings of a CSV, all or none. */
export const POST: RequestHandler = ({ params, request, url, locals }) =>
  answering(async () => {
    const how = readQuery(url, bringReadingsQuery);
    const text = new TextDecoder().decode(await readBytes(request, MOST_BYTES));
    return json(await bringReadings(await database(), params.job, text, how, locals.who), { status: 201 });
  });
