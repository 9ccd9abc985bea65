import { database } from '$lib/server/db';
import { readHistory } from '$lib/server/jobs/history';
import type { PageServerLoad } from './$types';

/** Most entries on one page; the CSV has them all. */
const SHOWN = 300;

export const load: PageServerLoad = async ({ params, url }) => {
  const of = (name: string) => url.searchParams.get(name) || null;
  const filter = { link: of('link'), by: of('by'), day: of('day'), kind: of('kind') };
  const entries = await readHistory(await database(), params.job, filter, SHOWN + 1);
  return { filter, entries: entries.slice(0, SHOWN), more: entries.length > SHOWN };
};
