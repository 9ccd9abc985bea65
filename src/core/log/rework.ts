import { ENDS, type End } from '../wiring/conductors';
import type { EndStates } from './link-states';
import type { LinkStatus } from './state';

/** Whether a link has to be done again or proven again. */
export const inRework = (status: EndStates): boolean =>
  ENDS.some((e) => status[e].state === 'failed' || status[e].state === 'stale');

/** Whether a link is exchanged with another: the two change places at the panel, and nothing of them is cut or made. */
export const wantsExchange = ({ exchanged }: Pick<LinkStatus, 'exchanged'>): boolean =>
  exchanged?.mended === false;

/** Ends of a link that are yet to be made, or to be made again. */
export const endsToMake = (status: LinkStatus): End[] =>
  ENDS.filter((e) => status[e].state === 'bare' || (status[e].state === 'failed' && !wantsExchange(status)));

/** The end where the next work on it is: where it failed, the head first; else where it was done again. */
export function reworkEnd(status: EndStates): End {
  if (status.head.state === 'failed') return 'head';
  if (status.tail.state === 'failed') return 'tail';
  return status.tail.state === 'stale' && status.head.state !== 'stale' ? 'tail' : 'head';
}
