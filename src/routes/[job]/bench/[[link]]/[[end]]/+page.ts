import { error } from '@sveltejs/kit';
import type { PageLoad } from './$types';

export const load: PageLoad = async ({ params, parent }) => {
  const { plan } = await parent();
  if (params.link && !plan.links.some((l) => l.id === params.link && !l.retired))
    error(404, `There is no link "${params.link}" in this job: press / and type the label on the panel.`);
};
