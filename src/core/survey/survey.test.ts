import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { STAIRS_METRES, walkMetres, type Place } from './distance';
import { leastMetres, planRounds, wrongPorts, type RoundRoom } from './rounds';
import { shortestTour, tourMetres } from './tour';

const place = fc.record({
  floor: fc.integer({ min: 0, max: 4 }),
  x: fc.integer({ min: 0, max: 60 }),
  y: fc.integer({ min: 0, max: 40 }),
});
const permutations = (n: number): number[][] =>
  n === 0
    ? [[]]
    : permutations(n - 1).flatMap((p) =>
        Array.from({ length: n }, (_, i) => [...p.slice(0, i), n - 1, ...p.slice(i)]),
      );

describe('walking', () => {
  it('goes straight on a floor and pays for stairs', () => {
    expect(walkMetres({ floor: 0, x: 0, y: 0 }, { floor: 0, x: 3, y: 4 })).toBe(5);
    expect(walkMetres({ floor: 0, x: 0, y: 0 }, { floor: 2, x: 0, y: 0 })).toBe(2 * STAIRS_METRES);
  });
  it('finds the shortest order of up to eight places, as trying them all does, there or there and back', () => {
    fc.assert(
      fc.property(place, fc.array(place, { maxLength: 6 }), fc.boolean(), (from, places, back) => {
        const to = back ? from : undefined;
        const best = Math.min(...permutations(places.length).map((o) => tourMetres(from, places, o, to)));
        expect(shortestTour(from, places, to).metres).toBeCloseTo(best, 6);
      }),
      { numRuns: 60 },
    );
    const eight: Place[] = [...'31415926'].map((d, i) => ({
      floor: i % 3,
      x: Number(d) * 7,
      y: (i * 11) % 40,
    }));
    const best = Math.min(...permutations(8).map((o) => tourMetres(eight[0]!, eight, o)));
    expect(shortestTour(eight[0]!, eight).metres).toBeCloseTo(best, 6);
  });
  it('visits every place once beyond twelve, and no longer than nearest-first', () => {
    fc.assert(
      fc.property(place, fc.array(place, { minLength: 13, maxLength: 30 }), (from, places) => {
        const tour = shortestTour(from, places);
        expect([...tour.order].sort((a, b) => a - b)).toEqual(places.map((_, i) => i));
        const left = new Set(places.keys());
        const nearest: number[] = [];
        for (let at: Place = from; left.size;) {
          const next = [...left].reduce((a, b) =>
            walkMetres(at, places[b]!) < walkMetres(at, places[a]!) ? b : a,
          );
          nearest.push(next);
          left.delete(next);
          at = places[next]!;
        }
        expect(tour.metres).toBeLessThanOrEqual(tourMetres(from, places, nearest) + 1e-9);
      }),
      { numRuns: 40 },
    );
  });
});

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
    ) // prettier-ignore
    .map(roomsFrom);
const CLOSET: Place = { floor: 0, x: 0, y: 0 };

/** Least walk over every way of dividing rooms among walks, each room whole, tried one by one. */
function dividedBest(rooms: readonly RoundRoom[], remotes: number): number {
  if (!rooms.length) return 0;
  const [first, ...rest] = rooms;
  let best = Infinity;
  for (let mask = 0; mask < 1 << rest.length; mask++) {
    const group = [first!, ...rest.filter((_, i) => mask & (1 << i))];
    if (group.reduce((s, r) => s + r.links.length, 0) > remotes) continue;
    const walk = shortestTour(CLOSET, group, CLOSET).metres;
    best = Math.min(
      best,
      walk +
        dividedBest(
          rest.filter((_, i) => !(mask & (1 << i))),
          remotes,
        ),
    );
  }
  return best;
}

describe('rounds', () => {
  it('puts a remote into every outlet once, never more than there are', () => {
    fc.assert(
      fc.property(
        someRooms(8, 9),
        fc.integer({ min: 1, max: 8 }),
        fc.constantFrom('single' as const, 'pair' as const),
        (rooms, remotes, hands) => {
          const plan = planRounds(CLOSET, rooms, remotes, hands);
          const placed = plan.rounds.flatMap((r) => r.placed.map((p) => p.link)).sort();
          expect(placed).toEqual(rooms.flatMap((r) => [...r.links]).sort());
          for (const r of plan.rounds) {
            expect(r.placed.length).toBeLessThanOrEqual(remotes);
            expect(r.placed.map((p) => p.remote)).toEqual(r.placed.map((_, i) => i + 1));
          }
          expect(plan.metres).toBeCloseTo(
            plan.rounds.reduce((s, r) => s + r.metres, 0),
            6,
          );
          if (hands === 'single')
            expect(plan.metres).toBeGreaterThanOrEqual(leastMetres(CLOSET, rooms, remotes) - 1e-6);
        },
      ),
      { numRuns: 80 },
    );
  });
  it('walks no more than a twelfth above the best division of small jobs', () => {
    fc.assert(
      fc.property(someRooms(5, 3), (rooms) => {
        expect(planRounds(CLOSET, rooms, 4).metres).toBeLessThanOrEqual(
          dividedBest(rooms, 4) * (1 + 1 / 12) + 1e-6,
        );
      }),
      { numRuns: 80 },
    );
  });
  it('keeps to the remotes beyond ten rooms too, and walks less than to every room by itself', () => {
    const many = fc
      .array(
        fc.record({
          floor: fc.integer({ min: 0, max: 3 }),
          x: fc.integer({ min: 1, max: 50 }),
          y: fc.integer({ min: 1, max: 50 }),
          n: fc.integer({ min: 1, max: 3 }),
        }),
        { minLength: 12, maxLength: 24 },
      ) // prettier-ignore
      .map(roomsFrom);
    fc.assert(
      fc.property(many, (rooms) => {
        const plan = planRounds(CLOSET, rooms, 8);
        expect(plan.rounds.flatMap((r) => r.placed.map((p) => p.link)).sort()).toEqual(
          rooms.flatMap((r) => [...r.links]).sort(),
        );
        for (const r of plan.rounds) expect(r.placed.length).toBeLessThanOrEqual(8);
        const alone = rooms.reduce((s, r) => s + 2 * walkMetres(CLOSET, r), 0);
        expect(plan.metres).toBeLessThan(0.75 * alone);
        expect(plan.metres).toBeGreaterThanOrEqual(leastMetres(CLOSET, rooms, 8) - 1e-6);
      }),
      { numRuns: 30 },
    );
  });
  it('names two links that answered each other, and a number that is in no outlet', () => {
    const round = planRounds(CLOSET, roomsFrom([{ floor: 0, x: 5, y: 5, n: 4 }]), 4).rounds[0]!;
    const [a, b, c] = round.placed.map((p) => p.link);
    expect(wrongPorts(round, new Map([[a!, 2], [b!, 1], [c!, 9]]))).toEqual([
      { link: a, answered: b },
      { link: b, answered: a },
      { link: c, answered: null },
    ]); // prettier-ignore
    expect(wrongPorts(round, new Map([[a!, 1]]))).toEqual([]);
  });
  it('wants at least one remote', () => expect(() => planRounds(CLOSET, [], 0)).toThrow(RangeError));
});
