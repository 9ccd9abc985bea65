import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { betaBinomial, enoughFor, fisher, rateOf, stillCounts } from './rates';

describe('a rate', () => {
  it('has Jeffreys’ bounds (Brown, Cai and DasGupta 2001, none of ten at 95 %: 0 to 0.217, from memory)', () => {
    expect(rateOf(0, 10, 0.95).low).toBe(0);
    expect(rateOf(0, 10, 0.95).high).toBeCloseTo(0.217, 3);
    expect(rateOf(10, 10, 0.95)).toMatchObject({ high: 1 });
    expect(rateOf(10, 10, 0.95).low).toBeCloseTo(1 - 0.217, 3);
  });
  it('lies within its bounds, which draw together as cases grow (property)', () => {
    fc.assert(
      fc.property(fc.nat({ max: 40 }), fc.integer({ min: 1, max: 40 }), (k, n) => {
        const hits = Math.min(k, n);
        const r = rateOf(hits, n);
        expect(r.low).toBeLessThanOrEqual(hits / n);
        expect(r.high).toBeGreaterThanOrEqual(hits / n);
        const more = rateOf(hits * 10, n * 10);
        expect(more.high - more.low).toBeLessThan(r.high - r.low + 1e-9);
      }),
    );
  });
});

describe('a difference', () => {
  it('is tested exactly (Fisher’s tea, three of four right on each side: 0.486 two-sided, from memory)', () => {
    expect(fisher(3, 4, 1, 4)).toBeCloseTo(0.4857, 4);
    expect(fisher(5, 10, 5, 10)).toBeCloseTo(1, 9);
    expect(fisher(0, 20, 20, 20)).toBeLessThan(1e-9);
  });
  it('counts among many only where it would among all of them (Benjamini and Hochberg)', () => {
    expect(stillCounts([0.01, 0.04, 0.03, 0.005], 0.05)).toEqual([true, true, true, true]);
    expect(stillCounts([0.04, 0.04, 0.04, 0.9], 0.05)).toEqual([false, false, false, false]);
    expect(stillCounts([0.001, 0.5, 0.6, 0.7], 0.05)).toEqual([true, false, false, false]);
    expect(stillCounts([])).toEqual([]);
  });
});

describe('spares', () => {
  it('sum to one over all there may be, and suffice with the chance asked', () => {
    for (const [n, hits, of] of [[10, 1, 25], [40, 0, 0], [7, 7, 7]] as const) {
      let sum = 0;
      for (let k = 0; k <= n; k++) sum += betaBinomial(k, n, hits, of);
      expect(sum).toBeCloseTo(1, 9);
      const enough = enoughFor(n, hits, of);
      let upTo = 0;
      for (let k = 0; k <= enough; k++) upTo += betaBinomial(k, n, hits, of);
      expect(upTo).toBeGreaterThanOrEqual(0.95 - 1e-9);
    }
    expect(enoughFor(0, 1, 25)).toBe(0);
    expect(enoughFor(100, 1, 25)).toBeGreaterThan(enoughFor(100, 4, 400));
  }); // prettier-ignore
});
