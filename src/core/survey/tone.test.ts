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
        fc.constantFrom('combed' as const, 'round' as const, 'unknown' as const),
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
  it('in an unknown order is as summed by brute force over every level of every cable', () => {
    // The same places, so the same shares of levels, told apart by nothing but their order.
    const n = 4;
    const heard: Heard[] = [
      { kind: 'than', cable: 2, than: 1, heard: 'louder' },
      { kind: 'than', cable: 3, than: 2, heard: 'fainter' },
      { kind: 'than', cable: 3, than: 1, heard: 'same' },
      { kind: 'bare', cable: 2, bursts: true },
    ];
    // Four in a round bundle: the middle, and three of its ring side by side. Distances: five of 1, one of √3.
    const levels = [
      { level: toneLevel(1), share: 5 / 6 },
      { level: Math.round(toneLevel(Math.sqrt(3))), share: 1 / 6 },
    ];
    const chance = (of: readonly number[]) =>
      heard.reduce((p, h) => {
        if (h.kind === 'than') return p * chanceToHear(h.heard, of[h.cable - 1]! - of[h.than - 1]!);
        const level = of[h.cable - 1]!;
        return p * (level === 0 ? 0.97 : level >= toneLevel(1.01) ? 0.1 : 0.02);
      }, 1);
    const weights = Array.from({ length: n }, (_, toned) => {
      let sum = 0;
      for (let i = 0; i < 8; i++) {
        let share = 1;
        let k = 0;
        const of = Array.from({ length: n }, (_, c) => {
          if (c === toned) return 0;
          const l = levels[(i >> k++) & 1]!;
          share *= l.share;
          return l.level;
        });
        sum += share * chance(of);
      }
      return sum;
    });
    const total = weights.reduce((a, b) => a + b, 0);
    const belief = new ToneBundle('unknown', n).belief(heard);
    for (let c = 0; c < n; c++) expect(belief[c]).toBeCloseTo(weights[c]! / total, 9);
  });
  it('in an unknown order holds no cable for likelier because its neighbour by number is loud', () => {
    const heard: Heard[] = [{ kind: 'than', cable: 5, than: 1, heard: 'louder' }];
    const any = new ToneBundle('unknown', 12).belief(heard);
    expect(any[5]).toBeCloseTo(any[10]!, 12);
    expect(new ToneBundle('combed', 12).belief(heard)[5]).toBeGreaterThan(any[5]!);
  });
  it('finds the cable of a bundle in any order, every cable held against the loudest so far', () => {
    const hear = (d: number) => (d > SAME_DB ? 'louder' : d < -SAME_DB ? 'fainter' : 'same');
    let right = 0;
    let wrong = 0;
    const RUNS = 30;
    for (let run = 0; run < RUNS; run++) {
      const random = randomFrom(1000 + run);
      const bundle = new ToneBundle('unknown', 12);
      const toned = 1 + Math.floor(random() * 12);
      const heard: Heard[] = [];
      let belief = bundle.belief(heard);
      let last: number | null = null;
      for (let tries = 0; tries < 80 && bundle.found(belief, heard) === null; tries++) {
        const cable: number = bundle.next(belief, last, heard)!;
        if (last === null) {
          last = cable;
          continue;
        }
        const said = hear(probeLevel(bundle, cable, toned, random) - probeLevel(bundle, last, toned, random));
        heard.push({ kind: 'than', cable, than: last, heard: said });
        if (said === 'louder') last = cable;
        belief = bundle.belief(heard);
      }
      const found = bundle.found(belief, heard);
      if (found === toned) right++;
      else if (found !== null) wrong++;
    }
    expect(wrong / RUNS).toBeLessThan(0.07);
    expect(right / RUNS).toBeGreaterThan(0.75);
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
