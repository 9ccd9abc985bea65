import { describe, expect, it } from 'vitest';
import type { Distance } from '../reading/reading';
import { rightEnd, SOUND_CABLE, type CompactCable, type CompactEnd } from './compact';
import { distanceLogLikelihood, distanceSigma, greatestDistanceLogLikelihood } from './distance';

const right = rightEnd('T568B');
const LENGTH = 30;
const open = (contact: number): CompactEnd => ({ ...right, open: 1 << contact });
const density = (distances: Distance[], head: CompactEnd, tail: CompactEnd, cable: CompactCable) =>
  Math.exp(distanceLogLikelihood(distances, LENGTH, head, tail, cable));
const normal = (x: number, mean: number, sigma: number) =>
  Math.exp(-0.5 * ((x - mean) / sigma) ** 2) / (sigma * Math.sqrt(2 * Math.PI));
const at = (
  metres: number,
  from: 'head' | 'tail' = 'head',
  contact: Distance['contact'] = '4',
): Distance => ({ contact, from, metres });

describe('a distance reading', () => {
  it('errs by 0.3 m and one in a hundred', () => {
    expect(distanceSigma(0)).toBe(0.3);
    expect(distanceSigma(70)).toBeCloseTo(1, 12);
  });
  it('puts an open at a connector, or a nick beside it, at 0 m from that end', () => {
    const expected = normal(0.2, 0, distanceSigma(0.2));
    expect(density([at(0.2)], open(3), right, SOUND_CABLE)).toBeCloseTo(expected, 12);
    expect(density([at(0.2)], right, right, { ...SOUND_CABLE, head: 1 << 1 })).toBeCloseTo(expected, 12);
    expect(density([at(0.2, 'tail')], right, open(3), SOUND_CABLE)).toBeCloseTo(expected, 12);
  });
  it('puts one at the far end at the whole length', () => {
    expect(density([at(29.8)], right, open(3), SOUND_CABLE)).toBeCloseTo(
      normal(29.8, LENGTH, distanceSigma(29.8)),
      12,
    );
  });
  it('sees the nearer of two faults', () => {
    expect(density([at(0.1)], open(3), open(3), SOUND_CABLE)).toBeCloseTo(
      normal(0.1, 0, distanceSigma(0.1)),
      12,
    );
  });
  it('spreads a fault in the span evenly: the same as adding up small steps', () => {
    const broken: CompactCable = { ...SOUND_CABLE, span: 1 << 1 };
    const steps = 60_000;
    for (const readings of [[at(12)], [at(12), at(17.6, 'tail')], [at(0.2)], [at(30.4)]]) {
      let sum = 0;
      for (let i = 0; i < steps; i++) {
        const x = ((i + 0.5) / steps) * LENGTH;
        sum += readings.reduce(
          (p, d) => p * normal(d.metres, d.from === 'head' ? x : LENGTH - x, distanceSigma(d.metres)),
          1,
        );
      }
      expect(density(readings, right, right, broken) / (sum / steps)).toBeCloseTo(1, 4);
    }
  });
  it('shares the place between the two conductors of one bridge, and between all of a cut', () => {
    const joined: CompactCable = { ...SOUND_CABLE, bridges: [[0, 1]] };
    const apart = [at(5, 'head', '4'), at(25, 'head', '5')];
    const together = [at(5, 'head', '4'), at(5.1, 'head', '5')];
    expect(density(together, right, right, joined)).toBeGreaterThan(
      1e6 * density(apart, right, right, joined),
    );
    const cut: CompactCable = { ...SOUND_CABLE, span: 0xff };
    expect(density(together, right, right, cut)).toBeGreaterThan(1e6 * density(apart, right, right, cut));
    const two: CompactCable = { ...SOUND_CABLE, span: 0b11 };
    expect(density(apart, right, right, two)).toBeCloseTo(
      density([at(5)], right, right, two) * density([at(25, 'head', '5')], right, right, two),
      12,
    );
  });
  it('never exceeds what it is said to add at most', () => {
    const readings = [at(0), at(3, 'tail'), at(15, 'head', '5')];
    for (const [h, t, c] of [
      [open(3), right, SOUND_CABLE],
      [right, open(3), SOUND_CABLE],
      [right, right, { ...SOUND_CABLE, span: 0xff }],
    ] as const)
      expect(distanceLogLikelihood(readings, LENGTH, h, t, c)).toBeLessThanOrEqual(
        greatestDistanceLogLikelihood(readings) + 1e-12,
      );
  });
  it('stays finite however far off it is', () => {
    expect(
      Number.isFinite(distanceLogLikelihood([at(2000)], 0.1, right, right, { ...SOUND_CABLE, span: 2 })),
    ).toBe(true);
  });
});
