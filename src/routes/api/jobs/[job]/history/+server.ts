import { json } from '@sveltejs/kit';
import { MOST_TOLD, type HistoryFilter } from '$core/log/history';
import { answering } from '$lib/server/refused';
import { beside } from '$lib/server/thread/pool';
import type { RequestHandler } from './$types';

/** The log as CSV, oldest first, or as JSON, newest first, with `as=json`; `link`, `by`, `kind`, `from` and `to` narrow it. */
export const GET: RequestHandler = ({ params, url }) =>
  answering(async () => {
    const of = (name: string) => url.searchParams.get(name) || undefined;
    const filter: HistoryFilter = {
      link: of('link'),
      by: of('by'),
      kind: of('kind') as HistoryFilter['kind'],
      from: of('from'),
      to: of('to'),
    };
    const { job } = params;
    if (of('as') === 'json')
      return json({ entries: await beside('history', { job, filter, most: MOST_TOLD }) });
    return new Response(await beside('history-file', { job, filter }), {
      headers: {
        'content-type': 'text/csv; charset=utf-8',
        'content-disposition': `attachment; filename="${job}-history.csv"`,
      },
    });
  });
