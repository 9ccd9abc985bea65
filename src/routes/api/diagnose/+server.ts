import { json } from '@sveltejs/kit';
import { diagnoseInput, diagnoseRequestSchema } from '$core/formats/diagnose';
import { answering, readJson, Refused } from '$lib/server/refused';
import { beside } from '$lib/server/thread/pool';
import type { RequestHandler } from './$types';

const MOST_BYTES = 64_000;

export const POST: RequestHandler = ({ request }) =>
  answering(async () => {
    const parsed = diagnoseRequestSchema.safeParse(await readJson(request, MOST_BYTES));
    if (!parsed.success) throw Refused.fromZod('This is not a reading that can be diagnosed.', parsed.error);
    const asked = diagnoseInput(parsed.data);
    if (!asked.ok) throw new Refused(asked.message, [asked]);
    return json(await beside('diagnose', asked.input));
  });
