import { json } from '@sveltejs/kit';
import { copperProblems, simulateRequestSchema } from '$core/formats/diagnose';
import { simulateReading } from '$core/copper/simulate';
import { answering, readJson, Refused } from '$lib/server/refused';
import type { RequestHandler } from './$types';

const MOST_BYTES = 64_000;

export const POST: RequestHandler = ({ request }) =>
  answering(async () => {
    const parsed = simulateRequestSchema.safeParse(await readJson(request, MOST_BYTES));
    if (!parsed.success) throw Refused.fromZod('This is not copper that can be simulated.', parsed.error);
    const { link, evidence, ...copper } = parsed.data;
    const problems = copperProblems(copper, link.shielded);
    if (problems.length) throw new Refused('This copper cannot be.', problems);
    return json({ format: 'gauntlet/reading@1', ...simulateReading(link, copper, evidence) });
  });
