import { error } from '@sveltejs/kit';
import { fromSegment } from '$lib/address/address';
import type { PageLoad } from './$types';

export const load: PageLoad = async ({ params, parent }) => {
  const { plan } = await parent();
  const room = plan.spaces.find((s) => s.id === fromSegment(params.space));
  if (!room) error(404, `There is no room "${params.space}" in this job: start a sweep from the rack.`);
  return { room };
};
