import { fromSegment } from '$lib/address/address';
import type { PageLoad } from './$types';

/** A run by its id; one that is not in the plan is begun. */
export const load: PageLoad = ({ params }) => ({ run: fromSegment(params.run) });
