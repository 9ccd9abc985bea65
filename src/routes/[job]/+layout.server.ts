import { error } from '@sveltejs/kit';
import { database } from '$lib/server/db';
import { readPlan } from '$lib/server/jobs/job-file';
import { readFindings } from '$lib/server/jobs/findings';
import { readStates } from '$lib/server/jobs/states';
import type { LayoutServerLoad } from './$types';

export const load: LayoutServerLoad = async ({ params }) => {
  const db = await database();
  const plan = await readPlan(db, params.job);
  if (!plan) error(404, `There is no job "${params.job}" here: go back to the list and choose one.`);
  return { plan, statuses: await readStates(db, params.job), findings: await readFindings(db, params.job) };
};
