import { walkMetres, type Place } from './distance';
import { shortestTour } from './tour';

/** A room with the links that have to be read from its closet, in the order of their outlets. */
export interface RoundRoom extends Place {
  id: string;
  links: readonly string[];
}

/** One remote put into one outlet. */
export interface Placed {
  remote: number;
  room: string;
  link: string;
}

/** One walk: remotes put out room by room, then the links read from the closet. */
export interface Round {
  rooms: string[];
  placed: Placed[];
  metres: number;
}

/** Whether one person walks out and back, or a second one moves the remotes while the first reads. */
export type Hands = 'single' | 'pair';

/** Rounds that read every link, with the walk they take. */
export interface RoundPlan {
  rounds: Round[];
  metres: number;
}

interface Load {
  room: RoundRoom;
  links: readonly string[];
}
interface Trip {
  loads: Load[];
  size: number;
  metres: number;
}

/**
 * Plans which remote goes where. A room with more links than there are remotes takes full rounds of its own; what is
 * left over is divided among walks so that they are shortest: exactly up to ten rooms, beyond by a savings heuristic
 * that is then improved by moving rooms between walks. Alone, every round starts and ends in the closet; in pairs the walk goes on from room to room.
 */
export function planRounds(
  closet: Place,
  rooms: readonly RoundRoom[],
  remotes: number,
  hands: Hands = 'single',
): RoundPlan {
  if (!Number.isInteger(remotes) || remotes < 1) throw new RangeError('At least one remote is needed.');
  const back = hands === 'single' ? closet : undefined;
  const tripOf = (loads: Load[]): Trip => {
    const tour = shortestTour(
      closet,
      loads.map((l) => l.room),
      closet,
    );
    return {
      loads: tour.order.map((i) => loads[i]!),
      size: loads.reduce((s, l) => s + l.links.length, 0),
      metres: tour.metres,
    };
  };
  const full: Trip[] = [];
  const rest: Trip[] = [];
  for (const room of rooms) {
    let links = [...room.links];
    while (links.length >= remotes) {
      full.push(tripOf([{ room, links: links.slice(0, remotes) }]));
      links = links.slice(remotes);
    }
    if (links.length) rest.push(tripOf([{ room, links }]));
  }
  const divided =
    rest.length <= EXACT_ROOMS
      ? divide(rest, remotes, tripOf)
      : improve(join(rest, closet, remotes, tripOf), remotes, tripOf);
  const trips = [...full, ...divided];
  const inOrder = back ? trips : chained(closet, trips);
  let at: Place = closet;
  const rounds = inOrder.map((trip): Round => {
    const metres = back ? trip.metres : walkThrough(at, trip);
    at = trip.loads.at(-1)!.room;
    let remote = 0;
    return {
      rooms: trip.loads.map((l) => l.room.id),
      placed: trip.loads.flatMap((l) => l.links.map((link) => ({ remote: ++remote, room: l.room.id, link }))),
      metres,
    };
  });
  return { rounds, metres: rounds.reduce((s, r) => s + r.metres, 0) };
}

const walkThrough = (from: Place, trip: Trip): number =>
  trip.loads.reduce(
    (walk, l) => ({ at: l.room as Place, metres: walk.metres + walkMetres(walk.at, l.room) }),
    { at: from, metres: 0 },
  ).metres;

/** Walks in the order in which one leads to the next, nearest first. */
function chained(from: Place, trips: readonly Trip[]): Trip[] {
  const left = [...trips];
  const out: Trip[] = [];
  for (let at = from; left.length;) {
    left.sort((a, b) => walkMetres(at, a.loads[0]!.room) - walkMetres(at, b.loads[0]!.room));
    const next = left.shift()!;
    out.push(next);
    at = next.loads.at(-1)!.room;
  }
  return out;
}

type TripOf = (loads: Load[]) => Trip;

/** Up to so many rooms the best division is found exactly. */
export const EXACT_ROOMS = 10;

/** The shortest division of rooms among walks, each room whole: dynamic programme over sets of rooms. */
function divide(rest: readonly Trip[], remotes: number, tripOf: TripOf): Trip[] {
  const all = (1 << rest.length) - 1;
  const trips: (Trip | null)[] = Array.from({ length: all + 1 }, (_, set) => {
    const loads = rest.filter((_, i) => set & (1 << i)).flatMap((t) => t.loads);
    const size = loads.reduce((s, l) => s + l.links.length, 0);
    return set && size <= remotes ? tripOf(loads) : null;
  });
  const best: { metres: number; last: number }[] = [{ metres: 0, last: 0 }];
  for (let set = 1; set <= all; set++) {
    const lowest = set & -set;
    best[set] = { metres: Infinity, last: 0 };
    for (let part = set; part; part = (part - 1) & set) {
      const trip = trips[part];
      if (!(part & lowest) || !trip) continue;
      const metres = trip.metres + best[set ^ part]!.metres;
      if (metres < best[set]!.metres) best[set] = { metres, last: part };
    }
  }
  const out: Trip[] = [];
  for (let set = all; set; set ^= best[set]!.last) out.push(trips[best[set]!.last]!);
  return out;
}

/** Clarke and Wright: the two walks whose joining saves most are joined, while the remotes suffice. */
function join(trips: Trip[], closet: Place, remotes: number, tripOf: TripOf): Trip[] {
  const all = [...trips];
  for (;;) {
    let best: { i: number; j: number; saves: number } | null = null;
    for (let i = 0; i < all.length; i++)
      for (let j = i + 1; j < all.length; j++) {
        if (all[i]!.size + all[j]!.size > remotes) continue;
        const [a, b] = [all[i]!.loads.at(-1)!.room, all[j]!.loads[0]!.room];
        const saves = walkMetres(a, closet) + walkMetres(closet, b) - walkMetres(a, b);
        if (!best || saves > best.saves) best = { i, j, saves };
      }
    if (!best) return all;
    const joined = tripOf([...all[best.i]!.loads, ...all[best.j]!.loads]);
    all.splice(best.j, 1);
    all[best.i] = joined;
  }
}

/** Moves one room to another walk, or exchanges two, while the whole gets shorter. */
function improve(trips: Trip[], remotes: number, tripOf: TripOf): Trip[] {
  const all = [...trips];
  const without = (t: Trip, l: Load) => t.loads.filter((x) => x !== l);
  const attempt = (i: number, j: number, a: Load[], b: Load[]): boolean => {
    const size = (loads: Load[]) => loads.reduce((s, l) => s + l.links.length, 0);
    if (size(a) > remotes || size(b) > remotes) return false;
    const [x, y] = [tripOf(a), tripOf(b)];
    if (x.metres + y.metres >= all[i]!.metres + all[j]!.metres - 1e-9) return false;
    [all[i], all[j]] = [x, y];
    return true;
  };
  /** Rounds of the whole improvement: a limit that ends it on large jobs; small ones end by themselves. */
  for (let round = 0, better = true; better && round < 20; round++) {
    better = false;
    for (let i = 0; i < all.length; i++)
      for (let j = 0; j < all.length; j++) {
        if (i === j) continue;
        for (const l of all[i]!.loads) {
          if (attempt(i, j, without(all[i]!, l), [...all[j]!.loads, l])) {
            better = true;
            break;
          }
          const other = all[j]!.loads.find((m) =>
            attempt(i, j, [...without(all[i]!, l), m], [...without(all[j]!, m), l]),
          );
          if (other) {
            better = true;
            break;
          }
        }
      }
  }
  return all.filter((t) => t.loads.length);
}

/** What a link answered with, held against where its remote was put. */
export interface WrongPort {
  link: string;
  /** The link whose outlet holds the remote that answered; null where no remote of the round has that number. */
  answered: string | null;
}

/** Links of a round that answered with another's remote. Two that answered each other are exchanged. */
export function wrongPorts(round: Pick<Round, 'placed'>, answers: ReadonlyMap<string, number>): WrongPort[] {
  return round.placed.flatMap((p) => {
    const number = answers.get(p.link);
    if (number === undefined || number === p.remote) return [];
    return [{ link: p.link, answered: round.placed.find((q) => q.remote === number)?.link ?? null }];
  });
}

/** The least that any plan can walk alone: every link needs its share of a walk to its room and back. */
export const leastMetres = (closet: Place, rooms: readonly RoundRoom[], remotes: number): number =>
  Math.max(
    rooms.reduce((s, r) => s + (2 * walkMetres(closet, r) * r.links.length) / remotes, 0),
    Math.max(0, ...rooms.map((r) => 2 * walkMetres(closet, r))),
  );
