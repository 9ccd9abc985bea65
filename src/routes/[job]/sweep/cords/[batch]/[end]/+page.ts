import { error } from '@sveltejs/kit';
import { fromSegment } from '$lib/address/address';
import type { PageLoad } from './$types';

export const load: PageLoad = async ({ params, parent }) => {
  const { plan } = await parent();
  const batch = plan.batches?.find((b) => b.id === fromSegment(params.batch));
  if (!batch || (params.end !== 'head' && params.end !== 'tail'))
    error(404, `There is no batch "${params.batch}" in this job: start a sweep from its batch.`);
  return { batch, end: params.end as 'head' | 'tail' };
};
