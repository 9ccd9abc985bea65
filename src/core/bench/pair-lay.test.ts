import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { PAIR_COLOURS, type PairColour } from '../wiring/conductors';
import { LEGENDS, placesOf } from '../wiring/legend';
import {
  crossingCost,
  endOfCut,
  exchanged,
  freeOrders,
  layPairs,
  legendPlaces,
  neighbours,
  rowPlaces,
  type PairPlaces,
} from './pair-lay';

const quadrants = (scheme: 'T568A' | 'T568B' = 'T568B') =>
  legendPlaces(placesOf(LEGENDS.find((l) => l.id === 'quadrant-posts')!), scheme, false);
const CLOCKWISE: PairColour[] = ['blue', 'orange', 'green', 'brown'];
const MIRRORED: PairColour[] = ['blue', 'brown', 'green', 'orange'];

/** What comes for nothing, found another way: every order of a row in which the left two are neighbours in the cut. */
function byHand(cut: readonly PairColour[], places: PairPlaces): PairColour[][] {
  const all = (left: readonly PairColour[]): PairColour[][] =>
    left.length ? left.flatMap((c) => all(left.filter((x) => x !== c)).map((rest) => [c, ...rest])) : [[]];
  const apart = (a: PairColour, b: PairColour) => Math.abs(cut.indexOf(a) - cut.indexOf(b)) === 2;
  const clockwise = places.fromCableSide ? [...cut].reverse() : cut;
  return all(PAIR_COLOURS).filter((o) =>
    places.form === 'row'
      ? !apart(o[0]!, o[1]!)
      : o.every((c, i) => clockwise[(clockwise.indexOf(o[0]!) + i) % 4] === c),
  );
}

/** Least cost over every rotation and every sequence of up to six exchanges, tried one by one. */
function byBruteForce(cut: readonly PairColour[], places: PairPlaces): number {
  const wanted = places.orders.map((o) => o.join());
  let least = Infinity;
  const go = (order: readonly PairColour[], cost: number, left: number): void => {
    if (wanted.includes(order.join())) least = Math.min(least, cost);
    if (left === 0 || cost >= least) return;
    for (const at of neighbours(places.form))
      go(exchanged(order, ...at), cost + crossingCost(places, order, at), left - 1);
  };
  for (const order of byHand(cut, places)) go(order, 0, 6);
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
    let costly = 0;
    fc.assert(
      fc.property(
        fc.shuffledSubarray([...PAIR_COLOURS], { minLength: 4, maxLength: 4 }),
        anyPlaces,
        (cut, places) => {
          const lay = layPairs(cut, places);
          expect(lay.cost).toBe(byBruteForce(cut, places));
          expect(places.orders).toContainEqual(lay.laid);
          expect(freeOrders(cut, places)).toContainEqual(lay.turned);
          expect(lay.crossings.reduce((o, c) => exchanged(o, ...c.places), [...lay.turned])).toEqual(
            lay.laid,
          );
          costly += Number(lay.cost > 0);
        },
      ),
      { numRuns: 200 },
    );
    expect(costly).toBeGreaterThan(40);
  });
  it('lays a plug of either scheme without a crossing, whichever end, however it is held', () => {
    for (const scheme of ['T568A', 'T568B'] as const)
      for (const left of [true, false])
        for (const cut of [CLOCKWISE, MIRRORED])
          expect(layPairs(cut, rowPlaces(scheme, left)).crossings).toEqual([]);
    expect(new Set(layPairs(MIRRORED, rowPlaces('T568B', true)).turned.slice(0, 2))).toEqual(new Set(['orange', 'green'])); // prettier-ignore
  });
  it('weighs by the contacts that pairs go to: blue across orange is the worst under T568A', () => {
    const cost = (scheme: 'T568A' | 'T568B') =>
      crossingCost(quadrants(scheme), ['blue', 'orange', 'brown', 'green'], [0, 1]);
    expect(cost('T568A') - cost('T568B')).toBeGreaterThan(0);
    expect(layPairs(MIRRORED, quadrants('T568A')).crossings).toMatchObject([
      { outside: 'blue', inside: 'brown' },
    ]);
  });
  it('draws the pairs of a two-row jack at the corners where they lie on it', () => {
    for (const l of LEGENDS.filter((x) => x.shape !== 'line')) {
      const slots = placesOf(l);
      const [ring] = legendPlaces(slots, 'T568B', true).orders;
      const of = (c: PairColour) => slots.filter((s) => ({ blue: '45', orange: '12', green: '36', brown: '78' })[c].includes(s.contact)); // prettier-ignore
      const middle = (c: PairColour, axis: 'x' | 'y') => (of(c)[0]![axis] + of(c)[1]![axis]) / 2;
      const [tl, tr, br, bl] = ring!;
      expect([l.id, middle(tl!, 'x') < middle(tr!, 'x'), middle(bl!, 'x') < middle(br!, 'x')]).toEqual([l.id, true, true]); // prettier-ignore
      expect([l.id, middle(tl!, 'y') < middle(bl!, 'y'), middle(tr!, 'y') < middle(br!, 'y')]).toEqual([l.id, true, true]); // prettier-ignore
    }
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
