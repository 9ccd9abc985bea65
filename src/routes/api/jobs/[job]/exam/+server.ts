import { z } from 'zod';
import { examOf, familiesOf, readSeed } from '$core/drill/exam';
import { database } from '$lib/server/db';
import { examPdf } from '$lib/server/drill-pdf';
import { readPlan } from '$lib/server/jobs/job-file';
import { answering, noSuchJob, readQuery, Refused } from '$lib/server/refused';
import type { RequestHandler } from './$types';

const query = z.object({ seed: z.string(), own: z.string().optional(), answers: z.string().optional() });

/** An exam as a PDF to print, by its name; with what is right where `answers` is asked for. */
export const GET: RequestHandler = ({ params, url }) =>
  answering(async () => {
    const asked = readQuery(url, query);
    const seed = readSeed(asked.seed);
    if (!seed)
      throw new Refused('An exam is called by 3 to 12 letters and digits, such as K3F7Q.', [{ path: 'seed', message: 'no name of an exam' }]); // prettier-ignore
    const plan = await readPlan(await database(), params.job);
    if (!plan) throw noSuchJob(params.job);
    const exam = examOf(seed, asked.own ? familiesOf(plan) : new Set());
    const answers = Boolean(asked.answers);
    return new Response(new Uint8Array(await examPdf(plan.name, exam, answers)), {
      headers: {
        'content-type': 'application/pdf',
        'content-disposition': `attachment; filename="exam-${seed}${answers ? '-answers' : ''}.pdf"`,
      },
    });
  });
