import { json } from '@sveltejs/kit';
import { z } from 'zod';
import { database } from '$lib/server/db';
import { appendEntries } from '$lib/server/jobs/entries';
import { answering, readJson, Refused } from '$lib/server/refused';
import type { RequestHandler } from './$types';

const MOST_BYTES = 4_000_000;
const bodySchema = z.object({ entries: z.array(z.unknown()).min(1).max(500) });

export const POST: RequestHandler = ({ params, request }) =>
  answering(async () => {
    const parsed = bodySchema.safeParse(await readJson(request, MOST_BYTES));
    if (!parsed.success)
      throw Refused.fromZod('Send { "entries": [ … ] } with 1 to 500 entries.', parsed.error);
    return json(await appendEntries(await database(), params.job, parsed.data.entries));
  });
