import { EVIDENCE } from '$core/model/evidence';
import { z } from 'zod';
import { ENDS } from '$core/wiring/conductors';
import { fromSegment } from '$lib/address/address';
import { database } from '$lib/server/db';
import { runSimulatedTester } from '$lib/server/jobs/practice';
import { answering, readJson, Refused } from '$lib/server/refused';
import type { RequestHandler } from './$types';

const MOST_BYTES = 20_000;
const runSchema = z.strictObject({
  evidence: z.enum(EVIDENCE),
  from: z.enum(ENDS).default('head'),
  remotes: z.record(z.string(), z.number().int().min(1).max(99)).optional(),
});

export const POST: RequestHandler = ({ params, request }) =>
  answering(async () => {
    const parsed = runSchema.safeParse(await readJson(request, MOST_BYTES));
    if (!parsed.success) throw Refused.fromZod('This is nothing a tester can be asked.', parsed.error);
    const lines = await runSimulatedTester(
      await database(),
      params.job,
      fromSegment(params.link),
      parsed.data,
    );
    return new Response(lines.map((l) => `${l}\n`).join(''), {
      headers: { 'content-type': 'text/plain; charset=utf-8' },
    });
  });
