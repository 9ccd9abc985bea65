import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { randomFrom } from '../practice/random';
import { walkMetres, type Place } from './distance';
import { leastMetres, planRounds, wrongPorts, type RoundPlan, type RoundRoom } from './rounds';

const CLOSET: Place = { floor: 0, x: 0, y: 0 };
const roomsFrom = (list: readonly (Place & { n: number })[]): RoundRoom[] =>
  list.map(({ n, ...at }, i) => ({
    ...at,
    id: `r${i}`,
    links: Array.from({ length: n }, (_, k) => `r${i}-${k}`),
  }));
const someRooms = (most: number, links: number) =>
  fc
    .array(
      fc.record({
        floor: fc.integer({ min: 0, max: 3 }),
        x: fc.integer({ min: 1, max: 50 }),
        y: fc.integer({ min: 1, max: 50 }),
        n: fc.integer({ min: 1, max: links }),
      }),
      { minLength: 1, maxLength: most },
    )
    .map(roomsFrom);

/** Shortest walk that takes `from` out of rooms and puts `to` in, every order tried, remotes counted at each door. */
function triedLeg(rooms: readonly RoundRoom[], from: number[], to: number[], inHand: number): number {
  let best = Infinity;
  const go = (at: Place, left: number[], hand: number, metres: number): void => {
    if (hand < 0 || metres >= best) return;
    if (!left.length) best = Math.min(best, metres + walkMetres(at, CLOSET));
    for (const i of left)
      go(
        rooms[i]!,
        left.filter((j) => j !== i),
        hand + from[i]! - to[i]!,
        metres + walkMetres(at, rooms[i]!),
      );
  };
  const called = rooms.flatMap((_, i) => (from[i] || to[i] ? [i] : []));
  go(CLOSET, called, inHand, 0);
  return best;
}

/** Shortest of all plans of the fewest rounds, each tried: what is read in which round, in every order of doors. */
function triedPlans(rooms: readonly RoundRoom[], k: number): number {
  const sum = (s: number[]) => s.reduce((a, b) => a + b, 0);
  const counts = rooms.map((r) => r.links.length);
  const rounds = Math.ceil(sum(counts) / k);
  const shares = (left: number[]): number[][] =>
    left.reduce<number[][]>(
      (all, c) => all.flatMap((s) => Array.from({ length: c + 1 }, (_, n) => [...s, n])),
      [[]],
    );
  const none = rooms.map(() => 0);
  const go = (left: number[], out: number[], round: number): number => {
    if (round === rounds) return sum(left) ? Infinity : triedLeg(rooms, out, none, k - sum(out));
    return Math.min(
      ...shares(left)
        .filter((s) => sum(s) > 0 && sum(s) <= k)
        .map((s) => {
          const rest = go(
            left.map((c, i) => c - s[i]!),
            s,
            round + 1,
          );
          return rest === Infinity ? Infinity : rest + triedLeg(rooms, out, s, k - sum(out));
        }),
    );
  };
  return go(counts, none, 0);
}

/** Goes through a plan door by door: what is put down was in the hand, and the metres are those of the walk. */
function follow(plan: RoundPlan, rooms: readonly RoundRoom[], numbers: number[], alone: boolean): void {
  const hand = new Set(numbers);
  const at = new Map(rooms.map((r) => [r.id, r]));
  const inRoom = new Map<string, number[]>(rooms.map((r) => [r.id, []]));
  let here: Place = CLOSET;
  const legs = [...plan.rounds, plan.home];
  legs.forEach((leg, i) => {
    let metres = 0;
    for (const stop of leg.stops) {
      metres += walkMetres(here, at.get(stop.room)!);
      here = at.get(stop.room)!;
      expect(stop.collect).toEqual(inRoom.get(stop.room));
      for (const n of stop.collect) hand.add(n);
      for (const p of stop.place) expect(hand.delete(p.remote)).toBe(true);
      inRoom.set(
        stop.room,
        stop.place.map((p) => p.remote),
      );
    }
    if (alone || i === legs.length - 1) {
      metres += walkMetres(here, CLOSET);
      here = CLOSET;
    }
    expect(leg.metres).toBeCloseTo(metres, 6);
  });
  expect([...hand].sort((a, b) => a - b)).toEqual(numbers);
}

describe('rounds', () => {
  it('puts a remote into every outlet once, in the fewest rounds, and brings every remote home', () => {
    const hands = fc.constantFrom('single' as const, 'pair' as const);
    fc.assert(
      fc.property(someRooms(9, 5), fc.integer({ min: 1, max: 8 }), hands, (rooms, k, by) => {
        const numbers = Array.from({ length: k }, (_, i) => 2 * i + 1);
        const plan = planRounds(CLOSET, rooms, numbers, by);
        const links = rooms.flatMap((r) => [...r.links]).sort();
        expect(plan.rounds.flatMap((r) => r.placed.map((p) => p.link)).sort()).toEqual(links);
        expect(plan.rounds).toHaveLength(Math.ceil(links.length / k));
        follow(plan, rooms, numbers, by === 'single');
        if (by === 'single') expect(plan.metres).toBeGreaterThanOrEqual(leastMetres(CLOSET, rooms, k) - 1e-6);
      }),
      { numRuns: 80 },
    );
  });
  it('walks as little as the best of all plans of a small job, each tried', () => {
    fc.assert(
      fc.property(someRooms(3, 2), fc.integer({ min: 1, max: 4 }), (rooms, k) => {
        expect(planRounds(CLOSET, rooms, k).metres).toBeCloseTo(triedPlans(rooms, k), 6);
      }),
      { numRuns: 60 },
    );
  });
  it.each([1, 2, 3])('stays within one and a half times the lower bound for 500 outlets, seed %i', (seed) => {
    const random = randomFrom(seed);
    const rooms = roomsFrom(
      Array.from({ length: 250 }, () => ({
        floor: Math.floor(random() * 4),
        x: random() * 60,
        y: random() * 40,
        n: 2,
      })),
    );
    const plan = planRounds(CLOSET, rooms, 8);
    follow(plan, rooms, [1, 2, 3, 4, 5, 6, 7, 8], true);
    expect(plan.rounds).toHaveLength(63);
    expect(plan.metres).toBeLessThan(1.5 * leastMetres(CLOSET, rooms, 8));
  });
  it('names two links that answered each other, and a number that is in no outlet', () => {
    const round = planRounds(CLOSET, roomsFrom([{ floor: 0, x: 5, y: 5, n: 4 }]), 4).rounds[0]!;
    const [a, b, c] = round.placed.map((p) => p.link);
    const answers: [string, number][] = [
      [a!, 2],
      [b!, 1],
      [c!, 9],
    ];
    expect(wrongPorts(round, new Map(answers))).toEqual([
      { link: a, answered: b },
      { link: b, answered: a },
      { link: c, answered: null },
    ]);
    expect(wrongPorts(round, new Map([[a!, 1]]))).toEqual([]);
  });
  it('wants at least one remote, and each number once', () => {
    expect(() => planRounds(CLOSET, [], 0)).toThrow(RangeError);
    expect(() => planRounds(CLOSET, [], [3, 4, 3])).toThrow('twice');
    expect(planRounds(CLOSET, [], [1])).toEqual({ rounds: [], home: { stops: [], metres: 0 }, metres: 0 });
  });
});
