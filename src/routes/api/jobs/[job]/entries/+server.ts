import { json } from '@sveltejs/kit';
import { z } from 'zod';
import { instantSchema } from '$core/model/reading';
import { database } from '$lib/server/db';
import { appendEntries } from '$lib/server/jobs/entries';
import { answering, readJson, Refused } from '$lib/server/refused';
import type { RequestHandler } from './$types';

const MOST_BYTES = 4_000_000;
const entriesSchema = z.array(z.unknown()).min(1).max(500);
/** `{ sentAt?, clockErrorMs?, database?, entries }`, or the entries alone. */
const bodySchema = z.union([
  entriesSchema.transform((entries) => ({ entries, sentAt: undefined, clockErrorMs: undefined, database: undefined })), // prettier-ignore
  z.object({
    entries: entriesSchema,
    sentAt: instantSchema.optional(),
    clockErrorMs: z.number().min(-1e15).max(1e15).optional(),
    database: z.string().max(80).optional(),
  }),
]);

export const POST: RequestHandler = ({ params, request, locals }) =>
  answering(async () => {
    const parsed = bodySchema.safeParse(await readJson(request, MOST_BYTES));
    if (!parsed.success)
      throw Refused.fromZod('Send { "entries": [ … ] } with 1 to 500 entries.', parsed.error);
    return json(await appendEntries(await database(), params.job, parsed.data, Date.now(), locals.who));
  });
