import { json } from '@sveltejs/kit';
import { historyCsv } from '$core/formats/history-csv';
import { MOST_TOLD, type HistoryFilter } from '$core/log/history';
import { database } from '$lib/server/db';
import { readHistory } from '$lib/server/jobs/history';
import { readPlan } from '$lib/server/jobs/job-file';
import { answering, noSuchJob } from '$lib/server/refused';
import type { RequestHandler } from './$types';

/** The log as CSV, oldest first, or as JSON, newest first, with `as=json`; `link`, `by`, `kind`, `from` and `to` narrow it. */
export const GET: RequestHandler = ({ params, url }) =>
  answering(async () => {
    const db = await database();
    const plan = await readPlan(db, params.job);
    if (!plan) throw noSuchJob(params.job);
    const of = (name: string) => url.searchParams.get(name) || undefined;
    const filter: HistoryFilter = {
      link: of('link'),
      by: of('by'),
      kind: of('kind') as HistoryFilter['kind'],
      from: of('from'),
      to: of('to'),
    };
    if (of('as') === 'json') return json({ entries: await readHistory(db, params.job, filter, MOST_TOLD) });
    const entries = await readHistory(db, params.job, filter);
    const links = new Map(plan.links.map((l) => [l.id, l]));
    const people = new Map(plan.crew.map((p) => [p.id, p.name]));
    const csv = historyCsv(
      entries.reverse(),
      (id) => links.get(id),
      (id) => people.get(id) ?? id,
      plan,
    );
    return new Response(csv, {
      headers: {
        'content-type': 'text/csv; charset=utf-8',
        'content-disposition': `attachment; filename="${params.job}-history.csv"`,
      },
    });
  });
