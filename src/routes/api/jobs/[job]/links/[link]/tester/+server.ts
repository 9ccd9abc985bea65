import { EVIDENCE } from '$core/model/evidence';
import { z } from 'zod';
import { ENDS } from '$core/wiring/conductors';
import { fromSegment } from '$lib/address/address';
import { answering, readJson, Refused } from '$lib/server/refused';
import { beside } from '$lib/server/thread/pool';
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
    const lines = await beside('simulated-tester', {
      job: params.job,
      link: fromSegment(params.link),
      run: parsed.data,
    });
    return new Response(lines.map((l) => `${l}\n`).join(''), {
      headers: { 'content-type': 'text/plain; charset=utf-8' },
    });
  });
