import { walkMetres, type Distance, type Place } from './distance';
import { legTour } from './leg';

/** A room with the links that have to be read from its closet, in the order of their outlets. */
export interface RoundRoom extends Place {
  id: string;
  links: readonly string[];
}

/** How many links of each room a round reads: indexes as in the rooms given. */
export type Share = readonly number[];

/** Most ways of taking links from rooms, and most rooms, for which every plan is looked at. */
const EXACT_SHARES = 128;
const EXACT_ROOMS = 6;

/** Whether a job is small enough to be planned exactly. */
export const isSmall = (rooms: readonly RoundRoom[]): boolean =>
  rooms.length <= EXACT_ROOMS && rooms.reduce((p, r) => p * (r.links.length + 1), 1) <= EXACT_SHARES;

/**
 * The division into the fewest rounds with the shortest walks, remotes collected on the way: a dynamic programme
 * over what is still to be read and where the remotes are. Every walk starts and ends in the closet.
 */
export function divideExactly(
  closet: Place,
  rooms: readonly RoundRoom[],
  k: number,
  far: Distance = walkMetres,
): Share[] {
  const counts = rooms.map((r) => r.links.length);
  const shares = allShares(counts);
  const sum = (s: Share) => s.reduce((a, b) => a + b, 0);
  const size = shares.map(sum);
  const total = sum(counts);
  const key = (s: Share) => s.reduce((a, b, i) => a * (counts[i]! + 1) + b, 0);
  const none = key(rooms.map(() => 0));
  const legs = new Map<number, number>();
  const leg = (from: number, to: number): number => {
    const id = from * shares.length + to;
    const known = legs.get(id);
    if (known !== undefined) return known;
    const metres = legTour(closet, rooms, shares[from]!, shares[to]!, k - size[from]!, closet, far).metres;
    legs.set(id, metres);
    return metres;
  };
  interface Best {
    metres: number;
    next: number;
  }
  const memo = new Map<string, Best>();
  const best = (left: number, last: number): Best => {
    if (left === none) return { metres: leg(last, none), next: -1 };
    const id = `${left} ${last}`;
    const known = memo.get(id);
    if (known) return known;
    const rounds = Math.ceil(size[left]! / k);
    let found: Best = { metres: Infinity, next: -1 };
    for (const [next, share] of shares.entries()) {
      const n = size[next]!;
      if (n === 0 || n > k || share.some((c, i) => c > shares[left]![i]!)) continue;
      if (Math.ceil((size[left]! - n) / k) !== rounds - 1) continue;
      const rest = key(shares[left]!.map((c, i) => c - share[i]!));
      const metres = leg(last, next) + best(rest, next).metres;
      if (metres < found.metres - 1e-9) found = { metres, next };
    }
    memo.set(id, found);
    return found;
  };
  const out: Share[] = [];
  for (let left = key(counts), last = none; sum(out.map(sum)) < total;) {
    const { next } = best(left, last);
    out.push(shares[next]!);
    left = key(shares[left]!.map((c, i) => c - shares[next]![i]!));
    last = next;
  }
  return out;
}

/** Every way of taking links from rooms, at the index that `key` gives it. */
function allShares(counts: readonly number[]): Share[] {
  let shares: number[][] = [[]];
  for (const c of counts)
    shares = shares.flatMap((s) => Array.from({ length: c + 1 }, (_, take) => [...s, take]));
  return shares;
}
