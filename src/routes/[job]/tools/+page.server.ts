import { database } from '$lib/server/db';
import { readTools } from '$lib/server/jobs/tools';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ params }) => ({
  tools: await readTools(await database(), params.job),
});
