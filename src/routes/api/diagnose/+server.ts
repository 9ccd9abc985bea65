import { Contradiction } from '$core/reading/contradiction';
import { json } from '@sveltejs/kit';
import { diagnoseInput, diagnoseRequestSchema } from '$core/formats/diagnose';
import { diagnosisEngine, indexReady } from '$lib/server/engine';
import { answering, readJson, Refused } from '$lib/server/refused';
import type { RequestHandler } from './$types';

const MOST_BYTES = 64_000;

export const POST: RequestHandler = ({ request }) =>
  answering(async () => {
    const parsed = diagnoseRequestSchema.safeParse(await readJson(request, MOST_BYTES));
    if (!parsed.success) throw Refused.fromZod('This is no reading that can be diagnosed.', parsed.error);
    const asked = diagnoseInput(parsed.data);
    if (!asked.ok) throw new Refused(asked.message, [asked]);
    await indexReady(asked.input);
    try {
      return json(diagnosisEngine().diagnose(asked.input));
    } catch (error) {
      if (error instanceof Contradiction)
        throw new Refused(error.message, [{ path: error.path, message: error.message }]);
      throw error;
    }
  });
