import { error } from '@sveltejs/kit';
import { fromSegment } from '$lib/address/address';
import type { PageLoad } from './$types';

export const load: PageLoad = async ({ params, parent }) => {
  const { plan } = await parent();
  const link = params.link && fromSegment(params.link);
  if (link && !plan.links.some((l) => l.id === link && !l.retired))
    error(404, `There is no link "${link}" in this job: press / and type the label on the panel.`);
};
