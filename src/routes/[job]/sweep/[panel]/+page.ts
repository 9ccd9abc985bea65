import { error } from '@sveltejs/kit';
import { fromSegment } from '$lib/address/address';
import type { PageLoad } from './$types';

export const load: PageLoad = async ({ params, parent }) => {
  const { plan } = await parent();
  const panel = plan.panels.find((p) => p.id === fromSegment(params.panel));
  if (!panel) error(404, `There is no panel "${params.panel}" in this job: start a sweep from the rack.`);
  return { panel };
};
