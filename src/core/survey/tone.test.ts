import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { probeLevel } from '../practice/hidden-bundle';
import { randomFrom } from '../practice/random';
import {
  bundlePlaces,
  chanceToHear,
  foundByTone,
  HEARING_DB,
  NEIGHBOUR_DB,
  SAME_DB,
  ToneBundle,
  toneLevel,
  type Heard,
} from './tone';

describe('the belief over a bundle', () => {
  it('is as worked out by hand on three cables combed flat', () => {
    // Cable 2 is heard louder than cable 1. The model: 6 dB a cable, sounding the same within 1.5 dB, spread 1.5 dB.
    // Tone on 1: cable 2 is 6 dB below cable 1; on 2 and on 3 it is 6 dB above.
    // P(louder | +6) = 1/(1+e^-((6-1.5)/1.5)) = 1/(1+e^-3) = 0.952574; P(louder | -6) = 1/(1+e^5) = 0.006693.
    // Belief: 0.006693 / (0.006693 + 2 · 0.952574) = 0.003501, and half the rest each.
    expect([NEIGHBOUR_DB, SAME_DB, HEARING_DB]).toEqual([6, 1.5, 1.5]);
    const bundle = new ToneBundle('combed', 3);
    const once: Heard[] = [{ kind: 'than', cable: 2, than: 1, heard: 'louder' }];
    const [one, two, three] = bundle.belief(once);
    expect(one).toBeCloseTo(0.003501, 6);
    expect(two).toBeCloseTo(0.4982495, 6);
    expect(three).toBeCloseTo(0.4982495, 6);
    // Then cable 3 is heard fainter than cable 2. Tone on 1 or 2: -6 dB, P(fainter) = 0.952574; on 3: 0.006693.
    // 0.003501 · 0.952574 = 0.003335; 0.4982495 · 0.952574 = 0.474620; 0.4982495 · 0.006693 = 0.003335.
    const twice = bundle.belief([...once, { kind: 'than', cable: 3, than: 2, heard: 'fainter' }]);
    expect(twice[0]).toBeCloseTo(0.003335 / 0.48129, 5);
    expect(twice[1]).toBeCloseTo(0.47462 / 0.48129, 5);
    expect(foundByTone(twice)).toBe(2);
  });
  it('starts with every cable alike and always adds up to one', () => {
    const heard = fc.record({
      kind: fc.constant('than' as const),
      cable: fc.integer({ min: 1, max: 9 }),
      than: fc.integer({ min: 1, max: 9 }),
      heard: fc.constantFrom('louder' as const, 'same' as const, 'fainter' as const),
    });
    expect(new ToneBundle('combed', 4).belief([])).toEqual([0.25, 0.25, 0.25, 0.25]);
    fc.assert(
      fc.property(
        fc.array(heard, { maxLength: 12 }),
        fc.constantFrom('combed' as const, 'round' as const),
        (list, lay) => {
          const belief = new ToneBundle(lay, 9).belief(list);
          expect(belief.reduce((a, b) => a + b, 0)).toBeCloseTo(1, 9);
          expect(Math.min(...belief)).toBeGreaterThanOrEqual(0);
        },
      ),
    );
  });
  it('hears louder, the same or fainter, one of them surely, and mirrors itself', () => {
    for (const db of [-20, -3, 0, 2, 9]) {
      const [louder, same, fainter] = (['louder', 'same', 'fainter'] as const).map((h) =>
        chanceToHear(h, db),
      );
      expect(louder! + same! + fainter!).toBeCloseTo(1, 12);
      expect(chanceToHear('fainter', -db)).toBeCloseTo(louder!, 12);
    }
    expect(toneLevel(9)).toBe(toneLevel(4));
  });
  it('lays a round bundle in rings of six, twelve and eighteen, every neighbour one diameter away', () => {
    const places = bundlePlaces('round', 37);
    const far = places.map((p) => Math.hypot(p.x, p.y));
    for (const [ring, from, to] of [
      [1, 1, 7],
      [2, 7, 19],
      [3, 19, 37],
    ] as const)
      for (const d of far.slice(from, to)) {
        expect(d).toBeLessThanOrEqual(ring + 1e-9);
        expect(d).toBeGreaterThan((ring * Math.sqrt(3)) / 2 - 1e-9);
      }
    for (const [i, a] of places.entries()) {
      const nearest = Math.min(
        ...places.filter((_, j) => j !== i).map((b) => Math.hypot(a.x - b.x, a.y - b.y)),
      );
      expect(nearest).toBeCloseTo(1, 9);
    }
  });
  it('finds the cable of any bundle by what the simulated probe shows, in far fewer tries than cables', () => {
    const hear = (d: number) => (d > SAME_DB ? 'louder' : d < -SAME_DB ? 'fainter' : 'same');
    let right = 0;
    let tries = 0;
    const RUNS = 60;
    for (let run = 0; run < RUNS; run++) {
      const random = randomFrom(run);
      const bundle = new ToneBundle(run % 2 ? 'round' : 'combed', 24);
      const toned = 1 + Math.floor(random() * 24);
      const heard: Heard[] = [];
      let belief = bundle.belief(heard);
      let last: number | null = null;
      let level = 0;
      while (foundByTone(belief) === null && tries < RUNS * 60) {
        const cable: number = bundle.next(belief, last)!;
        const now = probeLevel(bundle, cable, toned, random);
        if (last !== null) heard.push({ kind: 'than', cable, than: last, heard: hear(now - level) });
        [last, level] = [cable, now];
        belief = bundle.belief(heard);
        tries++;
      }
      if (foundByTone(belief) === toned) right++;
    }
    expect(right / RUNS).toBeGreaterThan(0.93);
    expect(tries / RUNS).toBeLessThan(12);
  });
  it('takes a burst on bare copper for all but proof', () => {
    const bundle = new ToneBundle('combed', 12);
    const belief = bundle.belief([
      { kind: 'bare', cable: 5, bursts: true },
      { kind: 'bare', cable: 4, bursts: false },
    ]);
    expect(belief.indexOf(Math.max(...belief))).toBe(4);
  });
});
