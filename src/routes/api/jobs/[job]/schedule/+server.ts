import { inPortOrder } from '$core/log/next';
import { writeScheduleCsv } from '$core/schedule/sheet';
import { scheduleOf } from '$core/schedule/changes';
import { database } from '$lib/server/db';
import { readPlan } from '$lib/server/jobs/job-file';
import { answering, noSuchJob } from '$lib/server/refused';
import type { RequestHandler } from './$types';

/** The job's links as a schedule, which can be brought in again. */
export const GET: RequestHandler = ({ params }) =>
  answering(async () => {
    const plan = await readPlan(await database(), params.job);
    if (!plan) throw noSuchJob(params.job);
    const links = inPortOrder(
      plan.links.filter((l) => !l.retired),
      plan.panels.map((p) => p.id),
    );
    return new Response(writeScheduleCsv(scheduleOf(plan, links)), {
      headers: {
        'content-type': 'text/csv; charset=utf-8',
        'content-disposition': `attachment; filename="${params.job}-schedule.csv"`,
      },
    });
  });
