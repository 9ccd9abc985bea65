import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { STAIRS_METRES, walkMetres, walkWords, type Place } from './distance';
import { flagWords } from '../model/tape';
import { carries, shortestTour, tourMetres } from './tour';

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

describe('tape', () => {
  it('is told in words, since colours on screen mean conductors', () => {
    expect(flagWords({ tape: 'red', bands: 2, text: '7' })).toBe('two bands of red tape, “7”');
    expect(flagWords({ tape: 'white', bands: 1 })).toBe('one band of white tape');
  });
});

describe('walking', () => {
  it('is told in whole metres and minutes, never in none', () => {
    expect(walkWords(3.4)).toBe('3 m, 1 min on foot');
    expect(walkWords(599.6)).toBe('600 m, 10 min on foot');
  });
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
  it('never puts down more than is carried, and is shortest of the orders that do not', () => {
    const called = fc.array(fc.tuple(place, fc.integer({ min: -3, max: 3 })), { minLength: 1, maxLength: 6 });
    fc.assert(
      fc.property(place, called, (from, list) => {
        const places = list.map(([p]) => p);
        const change = list.map(([, c]) => c);
        const load = { start: Math.max(0, -change.reduce((a, b) => a + b, 0)), change };
        const tour = shortestTour(from, places, from, load);
        expect(carries(load, tour.order)).toBe(true);
        const may = permutations(places.length).filter((o) => carries(load, o));
        expect(tour.metres).toBeCloseTo(Math.min(...may.map((o) => tourMetres(from, places, o, from))), 6);
      }),
      { numRuns: 60 },
    );
  });
  it('carries enough beyond twelve places too', () => {
    const called = fc.array(fc.tuple(place, fc.integer({ min: -3, max: 3 })), {
      minLength: 13,
      maxLength: 24,
    });
    fc.assert(
      fc.property(place, called, (from, list) => {
        const change = list.map(([, c]) => c);
        const load = { start: Math.max(0, -change.reduce((a, b) => a + b, 0)), change };
        const { order } = shortestTour(
          from,
          list.map(([p]) => p),
          from,
          load,
        );
        expect(carries(load, order)).toBe(true);
        expect([...order].sort((a, b) => a - b)).toEqual(list.map((_, i) => i));
      }),
      { numRuns: 30 },
    );
  });
});
