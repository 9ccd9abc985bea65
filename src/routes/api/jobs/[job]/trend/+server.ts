import { json } from '@sveltejs/kit';
import { z } from 'zod';
import { workingSchema } from '$core/model/job';
import { answering, readQuery } from '$lib/server/refused';
import { beside } from '$lib/server/thread/pool';
import type { RequestHandler } from './$types';

const query = z.object({
  me: z.string().min(1).max(80),
  today: z.iso.date(),
  working: z
    .string()
    .max(5000)
    .transform((text, context) => {
      try {
        return workingSchema.parse(JSON.parse(text));
      } catch {
        context.addIssue({
          code: 'custom',
          message: 'write working days as {"days":[1,2],"hours":6,"people":2}',
        });
        return z.NEVER;
      }
    })
    .optional(),
});

/** The trend of a job for somebody: where its log is too long for their device. Whoever is let in sees their own. */
export const GET: RequestHandler = ({ params, url, locals }) =>
  answering(async () => {
    const { me, today, working } = readQuery(url, query);
    return json(
      await beside('trend', {
        job: params.job,
        me: locals.who?.id ?? me,
        today,
        ...(working ? { working } : {}),
      }),
    );
  });
