import { error } from '@sveltejs/kit';
import { fromSegment } from '$lib/address/address';
import type { PageLoad } from './$types';

export const load: PageLoad = async ({ params, parent }) => {
  const { plan } = await parent();
  const batch = plan.batches?.find((b) => b.id === fromSegment(params.batch));
  if (!batch)
    error(
      404,
      `There is no batch "${params.batch}" in this job: the cords of this job are listed under set up.`,
    );
  return { batch };
};
