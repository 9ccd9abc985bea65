import { fromSegment } from '$lib/address/address';
import type { PageLoad } from './$types';

export const load: PageLoad = ({ params }) => ({ run: fromSegment(params.run) });
