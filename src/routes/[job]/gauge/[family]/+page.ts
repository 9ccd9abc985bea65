import { error } from '@sveltejs/kit';
import { CONNECTOR_FAMILIES, type ConnectorFamily } from '$core/wiring/connector';
import type { PageLoad } from './$types';

export const load: PageLoad = ({ params, url }) => {
  if (!CONNECTOR_FAMILIES.includes(params.family as ConnectorFamily))
    error(404, `There is no connector family "${params.family}": open the gauge from bench.`);
  return {
    family: params.family as ConnectorFamily,
    link: url.searchParams.get('link'),
    end: url.searchParams.get('end'),
  };
};
