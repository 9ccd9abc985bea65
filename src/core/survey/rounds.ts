import { walkMetres, type Distance, type Place } from './distance';
import { divideExactly, isSmall, type RoundRoom, type Share } from './divide';
import { legTour } from './leg';
import { shortestTour } from './tour';

export type { RoundRoom, Share };

/** One remote put into one outlet. */
export interface Placed {
  remote: number;
  room: string;
  link: string;
}

/** One stop of a walk: remotes taken out of the outlets of a room, and remotes put in. */
export interface Stop {
  room: string;
  collect: number[];
  place: Placed[];
}

/** One round: the walk that moves the remotes to their next outlets, then the links read from the closet. */
export interface Round {
  stops: Stop[];
  placed: Placed[];
  metres: number;
}

/** Whether one person walks out and back, or a second one moves the remotes while the first reads. */
export type Hands = 'single' | 'pair';

/** Rounds that read every link, the walk that brings the remotes back, and how far it is in all. */
export interface RoundPlan {
  rounds: Round[];
  home: { stops: Stop[]; metres: number };
  metres: number;
}

/** The remotes that stops put out, by number. */
export const placedIn = (stops: readonly Stop[]): Placed[] =>
  stops.flatMap((s) => s.place).sort((a, b) => a.remote - b.remote);

/**
 * Plans which remote goes where: as few rounds as the remotes allow, and of those plans the shortest walk, with the
 * remotes collected from where they were. Alone, every walk starts and ends in the closet, and small jobs are
 * planned exactly (`isSmall`); beyond, rooms are taken along one tour through them all, cut where the walks get
 * shortest. In pairs the second person goes on from room to room.
 *
 * @throws RangeError where there is no remote, or a number stands twice.
 */
export function planRounds(
  closet: Place,
  rooms: readonly RoundRoom[],
  remotes: number | readonly number[],
  hands: Hands = 'single',
  far: Distance = walkMetres,
): RoundPlan {
  const numbers = typeof remotes === 'number' ? Array.from({ length: remotes }, (_, i) => i + 1) : remotes;
  if (!numbers.length) throw new RangeError('At least one remote is needed.');
  if (new Set(numbers).size < numbers.length) throw new RangeError('A remote number stands twice.');
  const k = numbers.length;
  const wanted = rooms.filter((r) => r.links.length);
  const shares =
    hands === 'single' && isSmall(wanted)
      ? divideExactly(closet, wanted, k, far)
      : alongATour(closet, wanted, k, hands, far);
  return walked(closet, wanted, shares, numbers, hands, far);
}

/** The walks of a division, with every remote's number. */
function walked(
  closet: Place,
  rooms: readonly RoundRoom[],
  shares: readonly Share[],
  numbers: readonly number[],
  hands: Hands,
  far: Distance,
): RoundPlan {
  const left = rooms.map((r) => [...r.links]);
  const holding: number[][] = rooms.map(() => []);
  const inHand = [...numbers];
  let at: Place = closet;
  const walk = (share: Share, back: boolean) => {
    const collect = holding.map((h) => h.length);
    const leg = legTour(at, rooms, collect, share, inHand.length, back ? closet : undefined, far);
    const stops = leg.order.map((i): Stop => {
      const collected = holding[i]!.splice(0);
      inHand.push(...collected);
      const links = left[i]!.splice(0, share[i]);
      const place = links.map((link) => ({ remote: inHand.shift()!, room: rooms[i]!.id, link }));
      holding[i]!.push(...place.map((p) => p.remote));
      return { room: rooms[i]!.id, collect: collected, place };
    });
    at = back || !leg.order.length ? closet : rooms[leg.order.at(-1)!]!;
    return { stops, metres: leg.metres };
  };
  const rounds = shares.map((share): Round => {
    const { stops, metres } = walk(share, hands === 'single');
    return { stops, placed: placedIn(stops), metres };
  });
  const home = rounds.length ? walk(rooms.map(() => 0), true) : { stops: [], metres: 0 }; // prettier-ignore
  return { rounds, home, metres: rounds.reduce((s, r) => s + r.metres, 0) + home.metres };
}

/** Divides one tour through all rooms into as few rounds as can be, cut where the walks out and back get shortest. */
function alongATour(
  closet: Place,
  rooms: readonly RoundRoom[],
  k: number,
  hands: Hands,
  far: Distance,
): Share[] {
  const order = shortestTour(closet, rooms, hands === 'single' ? closet : undefined, undefined, far).order;
  const along = order.flatMap((i) => rooms[i]!.links.map(() => i));
  const n = along.length;
  const count = Math.ceil(n / k);
  const between = (a: number, b: number) => far(rooms[along[a]!]!, rooms[along[b]!]!);
  const out = (a: number) => far(closet, rooms[along[a]!]!);
  const steps = [0];
  for (let i = 1; i < n; i++) steps.push(steps[i - 1]! + between(i - 1, i));
  const trip = (from: number, to: number) => out(from) + steps[to - 1]! - steps[from]! + out(to - 1);
  // Least metres for the first `i` outlets in `r` rounds.
  let least: number[] = Array.from({ length: n + 1 }, (_, i) => (i === 0 ? 0 : Infinity));
  const cuts: number[][] = [];
  for (let r = 1; r <= count; r++) {
    const next = Array.from({ length: n + 1 }, () => Infinity);
    const cut = Array.from({ length: n + 1 }, () => 0);
    for (let i = r; i <= Math.min(n, r * k); i++)
      for (let from = Math.max(r - 1, i - k); from < i; from++) {
        const metres = least[from]! + trip(from, i);
        if (metres < next[i]!) [next[i], cut[i]] = [metres, from];
      }
    least = next;
    cuts.push(cut);
  }
  const shares: Share[] = [];
  for (let r = count, to = n; r > 0; r--) {
    const from = cuts[r - 1]![to]!;
    shares.unshift(rooms.map((_, i) => along.slice(from, to).filter((x) => x === i).length));
    to = from;
  }
  return shares;
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

/**
 * The least that any plan can walk alone. Every outlet is gone to twice, to put a remote in and to take it out; a
 * walk that goes to at most twice as many outlets as there are remotes is as long as to the farthest and back, so
 * no shorter than the mean of them.
 */
export const leastMetres = (closet: Place, rooms: readonly RoundRoom[], remotes: number): number =>
  Math.max(
    rooms.reduce((s, r) => s + (2 * walkMetres(closet, r) * r.links.length) / remotes, 0),
    4 * Math.max(0, ...rooms.filter((r) => r.links.length).map((r) => walkMetres(closet, r))),
  );
