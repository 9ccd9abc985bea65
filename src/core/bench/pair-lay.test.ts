import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { PAIR_COLOURS, type PairColour } from '../wiring/conductors';
import { LEGENDS, placesOf } from '../wiring/legend';
import {
  crossingCost,
  endOfCut,
  exchanged,
  layPairs,
  legendPlaces,
  neighbours,
  rowPlaces,
  turnedBy,
  type PairPlaces,
} from './pair-lay';

const quadrants = (scheme: 'T568A' | 'T568B' = 'T568B') =>
  legendPlaces(placesOf(LEGENDS.find((l) => l.id === 'quadrant-posts')!), scheme, false);
const CLOCKWISE: PairColour[] = ['blue', 'orange', 'green', 'brown'];
const MIRRORED: PairColour[] = ['blue', 'brown', 'green', 'orange'];

/** Least cost over every rotation and every sequence of up to six exchanges, tried one by one. */
function byBruteForce(cut: readonly PairColour[], places: PairPlaces): number {
  const wanted = places.orders.map((o) => o.join());
  let least = Infinity;
  const go = (order: readonly PairColour[], cost: number, left: number): void => {
    if (wanted.includes(order.join())) least = Math.min(least, cost);
    if (left === 0 || cost >= least) return;
    for (const at of neighbours(places.form))
      go(exchanged(order, ...at), cost + crossingCost(places.form, order, at), left - 1);
  };
  for (const turns of [0, 1, 2, 3]) go(turnedBy(cut, turns, places), 0, 6);
  return least;
}

describe('laying the pairs of a cut', () => {
  it('crosses nothing at the end that comes round as the quadrants do', () => {
    for (const from of [0, 1, 2, 3]) {
      const cut = CLOCKWISE.map((_, i) => CLOCKWISE[(i + from) % 4]!);
      expect(layPairs(cut, quadrants())).toMatchObject({ end: 'clockwise', crossings: [], cost: 0 });
    }
  });
  it('crosses green with orange and blue with brown at the other end (common practice, no source)', () => {
    const lay = layPairs(MIRRORED, quadrants());
    expect(lay.end).toBe('counter-clockwise');
    expect(lay.crossings.map((c) => [c.outside, c.inside].sort()).sort()).toEqual([
      ['blue', 'brown'],
      ['green', 'orange'],
    ]);
  });
  it('leads blue and green round the outside of what they cross', () => {
    for (const c of layPairs(MIRRORED, quadrants()).crossings) expect(['blue', 'green']).toContain(c.outside);
  });
  it('is never dearer than the best of all arrangements', () => {
    const anyPlaces = fc.oneof(
      fc
        .record({
          legend: fc.constantFrom(...LEGENDS),
          scheme: fc.constantFrom('T568A' as const, 'T568B' as const),
          cable: fc.boolean(),
        })
        .map((p) => legendPlaces(placesOf(p.legend), p.scheme, p.cable)),
      fc
        .record({ scheme: fc.constantFrom('T568A' as const, 'T568B' as const), left: fc.boolean() })
        .map((p) => rowPlaces(p.scheme, p.left)),
    );
    fc.assert(
      fc.property(
        fc.shuffledSubarray([...PAIR_COLOURS], { minLength: 4, maxLength: 4 }),
        anyPlaces,
        (cut, places) => {
          const lay = layPairs(cut, places);
          expect(lay.cost).toBe(byBruteForce(cut, places));
          expect(places.orders).toContainEqual(lay.laid);
          const walked = lay.crossings.reduce(
            (o, c) => exchanged(o, ...c.places),
            turnedBy(cut, lay.quarterTurns, places),
          );
          expect(walked).toEqual(lay.laid);
        },
      ),
      { numRuns: 120 },
    );
  });
  it('knows the ends by their rotation, wherever one begins to tap', () => {
    expect(endOfCut(['green', 'brown', 'blue', 'orange'])).toBe('clockwise');
    expect(endOfCut(['green', 'orange', 'blue', 'brown'])).toBe('counter-clockwise');
    expect(endOfCut(['blue', 'green', 'orange', 'brown'])).toBe('other');
  });
  it('refuses a cut with a colour twice', () => {
    expect(() => layPairs(['blue', 'blue', 'green', 'brown'], quadrants())).toThrow(RangeError);
  });
});
