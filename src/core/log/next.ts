import type { Link } from '../model/job';
import type { LinkStatus, TerminationState } from './state';

const WORST: readonly TerminationState[] = ['failed', 'stale', 'seated', 'bare', 'provisional', 'proven'];

/** The state that speaks for both ends: the one that wants a hand most. */
export const worstState = (status: LinkStatus): TerminationState =>
  WORST.find((s) => status.head.state === s || status.tail.state === s)!;

/** Whether the next thing this link wants is a reading: terminated or done again, and nothing known to be wrong. */
export function wantsReading(status: LinkStatus): boolean {
  const states = [status.head.state, status.tail.state];
  return (
    !states.includes('failed') &&
    !states.includes('bare') &&
    states.some((s) => s === 'seated' || s === 'stale')
  );
}

/** Whether an end still has to be done again. */
export const wantsRedo = (status: LinkStatus): boolean =>
  status.head.state === 'failed' || status.tail.state === 'failed';

/** Links in the order of the rack: by panel as given, then by port. */
export const inPortOrder = (links: readonly Link[], panelOrder: readonly string[]): Link[] =>
  [...links].sort(
    (a, b) =>
      panelOrder.indexOf(a.head.panel) - panelOrder.indexOf(b.head.panel) || a.head.port - b.head.port,
  );

/** The first link after `from`, going round, that `wants` something; null when none does. */
export function nextAfter(
  ordered: readonly Link[],
  from: string | null,
  wants: (link: Link) => boolean,
): Link | null {
  const at = ordered.findIndex((l) => l.id === from);
  for (let i = 1; i <= ordered.length; i++) {
    const link = ordered[(at + i + ordered.length) % ordered.length]!;
    if (link.id !== from && wants(link)) return link;
  }
  return null;
}

/** Nobody knows yet which cable this link is: nothing is seated at its head, and no trace has told. */
export const wantsTrace = ({ head, traced }: LinkStatus): boolean =>
  head.state === 'bare' && (!traced || traced.is === 'bridged' || traced.is === 'silent');
