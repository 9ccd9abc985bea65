import type { End } from '../wiring/conductors';
import type { EndStates } from './link-states';

/** Whether a link has to be done again or proven again. */
export const inRework = (status: EndStates): boolean =>
  (['head', 'tail'] as const).some((e) => status[e].state === 'failed' || status[e].state === 'stale');

/** The end where the next work on it is: where it failed, the head first; else where it was done again. */
export function reworkEnd(status: EndStates): End {
  if (status.head.state === 'failed') return 'head';
  if (status.tail.state === 'failed') return 'tail';
  return status.tail.state === 'stale' && status.head.state !== 'stale' ? 'tail' : 'head';
}
