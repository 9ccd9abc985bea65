import { inPortOrder } from '$core/log/next';
import { writeScheduleCsv } from '$core/schedule/sheet';
import { scheduleOf } from '$core/schedule/changes';
import { json } from '@sveltejs/kit';
import { MOST_BYTES } from '$lib/sheets/file';
import { database } from '$lib/server/db';
import { bringSchedule, bringScheduleQuery } from '$lib/server/jobs/bring-schedule';
import { readPlan } from '$lib/server/jobs/job-file';
import { answering, noSuchJob, readBytes, readQuery } from '$lib/server/refused';
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

/** Reads a schedule and says what it would do; with `take=all` or `take=good` takes it in. */
export const POST: RequestHandler = ({ params, request, url }) =>
  answering(async () => {
    const how = readQuery(url, bringScheduleQuery);
    return json(await bringSchedule(await database(), params.job, await readBytes(request, MOST_BYTES), how));
  });
