import type { Link } from '../model/job';
import type { End } from '../wiring/conductors';
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

/** What a link wants next, and at which end where it matters. */
export type Wants = { screen: 'bench'; end: End } | { screen: 'prove' };

/** Where work on a link goes on: at the bench while an end is bare, else at prove. */
export const whatNext = ({ head, tail }: Pick<LinkStatus, End>): Wants =>
  head.state === 'bare'
    ? { screen: 'bench', end: 'head' }
    : tail.state === 'bare'
      ? { screen: 'bench', end: 'tail' }
      : { screen: 'prove' };

/** What a job wants next: the link to go to, why, and how many want the same. */
export interface JobNext {
  link: Link;
  work: 'prove' | 'redo' | 'terminate';
  count: number;
}

/** The next work of a job: what is terminated is proven first, then what failed is done again, then what is bare is begun. */
export function nextOfJob(ordered: readonly Link[], statusOf: (id: string) => LinkStatus): JobNext | null {
  const of = (wants: (s: LinkStatus) => boolean) => ordered.filter((l) => wants(statusOf(l.id)));
  const works = [
    ['prove', of(wantsReading)],
    ['redo', of(wantsRedo)],
    ['terminate', of((s) => s.head.state === 'bare' || s.tail.state === 'bare')],
  ] as const;
  const first = works.find(([, links]) => links.length);
  return first ? { link: first[1][0]!, work: first[0], count: first[1].length } : null;
}

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
