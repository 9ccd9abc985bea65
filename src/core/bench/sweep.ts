import { specOf } from '../log/link-spec';
import type { Link, Policy } from '../model/job';
import type { End } from '../wiring/conductors';
import { endOrder, endOrderWords } from '../wiring/schemes';

/** How a sweep goes: ports done, ports left, and minutes for the rest at the pace of this sitting. */
export interface Pace {
  done: number;
  left: number;
  minutesEach: number | null;
  minutesLeft: number | null;
}

/** Longest time that still counts as work on a port: beyond, there was a break. Our judgement. */
export const BREAK_MINUTES = 15;

/**
 * Pace of a sweep from the times (milliseconds) at which ports were done, oldest first. The middle one of the gaps is
 * taken, so that one awkward port does not move it; gaps longer than a break do not count.
 */
export function paceOf(doneAt: readonly number[], left: number): Pace {
  const gaps = doneAt
    .slice(1)
    .map((t, i) => (t - doneAt[i]!) / 60_000)
    .filter((g) => g > 0 && g <= BREAK_MINUTES)
    .sort((a, b) => a - b);
  const middle = gaps.length ? (gaps[(gaps.length - 1) >> 1]! + gaps[gaps.length >> 1]!) / 2 : null;
  return {
    done: doneAt.length,
    left,
    minutesEach: middle,
    minutesLeft: middle === null ? null : middle * left,
  };
}

/**
 * How a port of a sweep differs from what the hand does by itself, in a sentence; empty where it does not. A sweep of
 * a panel follows the job's scheme; cords of a batch follow what most of them are laid to.
 * @example differsInSweep(cord, 'head', policy, links) // 'This cord is laid to T568A here, the others to T568B.'
 */
export function differsInSweep(link: Link, end: End, policy: Policy, swept: readonly Link[]): string {
  const laidTo = (l: Link) => endOrder(l.ordered, end, specOf(l, policy)[end].scheme);
  const order = laidTo(link);
  if (link.cord) {
    const counts = new Map<string, number>();
    for (const l of swept) {
      const words = endOrderWords(laidTo(l));
      counts.set(words, (counts.get(words) ?? 0) + 1);
    }
    const usual = [...counts].sort((a, b) => b[1] - a[1])[0]?.[0] ?? '';
    const own = endOrderWords(order);
    return own === usual ? '' : `This cord is laid to ${own} here, the others to ${usual}.`;
  }
  if (order.scheme !== policy.scheme)
    return `This port is ${order.scheme}, the job ${policy.scheme}: orange and green change places.`;
  if (order.carried) return `This end is ordered to ${endOrderWords(order)}: lay it as it is drawn.`;
  return link.ordered === 'crossover'
    ? `This link is ordered as a crossover: its head is ${order.scheme}, its tail the other.`
    : '';
}
