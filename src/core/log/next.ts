import { compareNames } from '../model/by-name';
import type { Link } from '../model/job';
import { ENDS, type End } from '../wiring/conductors';
import type { EndStates } from './link-states';
import type { LinkStatus, TerminationState, TerminationStatus } from './state';

const WORST: readonly TerminationState[] = ['failed', 'stale', 'seated', 'bare', 'provisional', 'proven'];

/** The state that speaks for both ends: the one that wants a hand most. */
export const worstState = (status: EndStates): TerminationState =>
  WORST.find((s) => status.head.state === s || status.tail.state === s)!;

/** Whether the next thing this link wants is a reading: terminated or done again, and nothing known to be wrong. */
export function wantsReading(status: EndStates): boolean {
  const states = [status.head.state, status.tail.state];
  return (
    !states.includes('failed') &&
    !states.includes('bare') &&
    states.some((s) => s === 'seated' || s === 'stale')
  );
}

/** Whether an end still has to be done again. */
export const wantsRedo = (status: EndStates): boolean =>
  status.head.state === 'failed' || status.tail.state === 'failed';

/**
 * Links in the order in which they are worked on: those of the rack by panel as given and by port, then those that hang
 * on no panel by their labels, then cords by batch as given and by number.
 */
export function inPortOrder(
  links: readonly Link[],
  panelOrder: readonly string[],
  batchOrder: readonly string[] = [],
): Link[] {
  const panels = new Map(panelOrder.map((id, i) => [id, i]));
  const batches = new Map(batchOrder.map((id, i) => [id, i]));
  return links
    .map((link) => {
      const { cord, head } = link;
      if (cord) return { link, kind: 2, place: batches.get(cord.batch) ?? -1, number: cord.number };
      if (head.panel === undefined) return { link, kind: 1, place: 0, number: 0 };
      return { link, kind: 0, place: panels.get(head.panel) ?? -1, number: head.port ?? 0 };
    })
    .sort(
      (a, b) =>
        a.kind - b.kind ||
        a.place - b.place ||
        a.number - b.number ||
        compareNames(a.link.label, b.link.label),
    )
    .map((k) => k.link);
}

/** Whether a link is good so far and not proven: by less evidence than is asked, or with something left to answer. */
export const wantsMore = (status: EndStates): boolean => worstState(status) === 'provisional';

/** Whether an end is failed for nothing but a wrong answer in a round: its own remote clears it, and no work on it does. */
export const onlyMisanswered = ({ state, refused, reason }: TerminationStatus): boolean =>
  state === 'failed' && refused?.how === 'answered' && reason === refused.why;

/**
 * Whether only numbered remotes can tell a link from another: it was exchanged or joined with one, and done since, or it
 * answered with a remote of elsewhere.
 */
export const wantsRemote = (status: LinkStatus): boolean =>
  (Boolean(status.exchanged?.mended || status.joined?.mended) ||
    ENDS.some((e) => onlyMisanswered(status[e]))) &&
  ENDS.every(
    (e) => status[e].state !== 'bare' && (status[e].state !== 'failed' || onlyMisanswered(status[e])),
  );

/** What a link wants next, and at which end where it matters. */
export type Wants = { screen: 'bench'; end: End } | { screen: 'prove' };

/** Where work on a link goes on: at the bench while an end is bare, else at prove. */
export const whatNext = ({ head, tail }: EndStates): Wants =>
  head.state === 'bare'
    ? { screen: 'bench', end: 'head' }
    : tail.state === 'bare'
      ? { screen: 'bench', end: 'tail' }
      : { screen: 'prove' };

/** What a job wants next: the link to go to, why, and how many want the same. */
export interface JobNext {
  link: Link;
  work: 'prove' | 'redo' | 'round' | 'terminate' | 'prove-better';
  count: number;
}

/**
 * The next work of a job: what is terminated is proven first, then what failed is done again, then what only numbered remotes
 * can tell goes into a round, then what is bare is begun, and last what is good so far is proven by more. Null where
 * every link is proven. `statusOf` is asked of few.
 */
export function nextOfJob(
  ordered: readonly Link[],
  endsOf: (id: string) => EndStates,
  statusOf: (id: string) => LinkStatus,
): JobNext | null {
  const [reading, redo, bare, more]: Link[][] = [[], [], [], []];
  for (const link of ordered) {
    const status = endsOf(link.id);
    if (wantsReading(status)) reading!.push(link);
    if (wantsRedo(status)) redo!.push(link);
    if (status.head.state === 'bare' || status.tail.state === 'bare') bare!.push(link);
    if (wantsMore(status)) more!.push(link);
  }
  const first = (work: JobNext['work'], list: Link[] = [], link = list[0]): JobNext | null =>
    link ? { link, work, count: list.length } : null;
  const atProve = (list: Link[] = []) =>
    list.find((l) => provesAlone(endsOf(l.id), () => statusOf(l.id))) ?? null;
  const plain = atProve(reading);
  if (plain) return first('prove', reading, plain);
  const other = first('redo', redo) ?? first('round', reading) ?? first('terminate', bare);
  if (other) return other;
  const better = atProve(more);
  return better ? first('prove-better', more, better) : first('round', more);
}

/** Whether a reading by itself can prove a link that is to be read: no numbered remote has to tell it from another. Only of one that was done again or is good so far is its state asked for. */
export const provesAlone = (ends: EndStates, status: () => LinkStatus): boolean =>
  !ENDS.some((e) => ends[e].state === 'stale' || ends[e].state === 'provisional') || !wantsRemote(status());

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

/** `nextAfter` where one stands first: of the nearest of these places that has one; each holds the one before it. */
export function nextNearest(
  places: readonly (readonly Link[])[],
  from: string,
  wants: (link: Link) => boolean,
): Link | null {
  for (const links of places) {
    const found = nextAfter(links, from, wants);
    if (found) return found;
  }
  return null;
}

/** Nobody knows yet which cable this link is: nothing is seated at its head, and no trace has told. */
export const wantsTrace = ({ head, traced }: LinkStatus): boolean =>
  head.state === 'bare' && (!traced || traced.is === 'bridged' || traced.is === 'silent');
