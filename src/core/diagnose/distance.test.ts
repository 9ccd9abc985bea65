import { describe, expect, it } from 'vitest';
import type { Distance } from '../reading/reading';
import { rightEnd } from '../../../tests/support/ends';
import { SOUND_CABLE, type CompactCable, type CompactEnd } from './compact';
import {
  absoluteSigma,
  distanceLogLikelihood,
  distanceSigma,
  greatestDistanceLogLikelihood,
  plannedSigma,
  rulerFor,
} from './distance';

const right = rightEnd('T568B');
const LENGTH = 30;
const NO_LEAD = { head: 0, tail: 0 };
const open = (contact: number): CompactEnd => ({ ...right, open: 1 << contact });
const measured = (distances: Distance[], lead = NO_LEAD) =>
  rulerFor(distances, { measured: LENGTH, planned: 90 }, lead);
const likely = (
  ruler: ReturnType<typeof rulerFor>,
  head: CompactEnd,
  tail: CompactEnd,
  cable: CompactCable,
  leads = [0, 0],
) => Math.exp(distanceLogLikelihood(ruler, { head, tail, cable, headLead: leads[0]!, tailLead: leads[1]! }));
const density = (distances: Distance[], head: CompactEnd, tail: CompactEnd, cable: CompactCable) =>
  likely(measured(distances), head, tail, cable);
const normal = (x: number, mean: number, sigma: number) =>
  Math.exp(-0.5 * ((x - mean) / sigma) ** 2) / (sigma * Math.sqrt(2 * Math.PI));
const at = (
  metres: number,
  from: 'head' | 'tail' = 'head',
  contact: Distance['contact'] = '4',
): Distance => ({ contact, from, metres });

describe('a distance reading', () => {
  it('errs by 0.6 m and 1 % beside its own length, by 3 % alone; a plan by 1 m and 6 %', () => {
    expect([distanceSigma(0), distanceSigma(40)]).toEqual([0.6, 1]);
    expect([absoluteSigma(0), absoluteSigma(30)]).toEqual([0.6, 1.5]);
    expect(plannedSigma(50)).toBe(4);
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
  it('lies up to 3 m off at a jack, all amounts alike: the same as adding up small steps', () => {
    const lead = { head: 3, tail: 3 };
    const steps = 20_000;
    const over = (of: (u: number) => number) => {
      let sum = 0;
      for (let i = 0; i < steps; i++) sum += of(((i + 0.5) / steps) * 3);
      return sum / steps;
    };
    const s = distanceSigma(1.2);
    expect(likely(measured([at(1.2)], lead), open(3), right, SOUND_CABLE)).toBeCloseTo(over((u) => normal(1.2, u, s)), 6); // prettier-ignore
    const far = distanceSigma(28);
    expect(likely(measured([at(28)], lead), right, open(3), SOUND_CABLE)).toBeCloseTo(over((u) => normal(28, LENGTH - u, far)), 6); // prettier-ignore
  });
  it('lies in the lead where its path is open', () => {
    expect(likely(measured([at(0.3)]), right, right, SOUND_CABLE, [4, 0])).toBeCloseTo(
      normal(0.3, 0, distanceSigma(0.3)),
      9,
    );
    expect(likely(measured([at(29)]), right, right, SOUND_CABLE, [0, 4])).toBeCloseTo(
      normal(29, LENGTH, distanceSigma(29)),
      9,
    );
  });
  it('is held against the plan only as far as a plan is to be believed', () => {
    const planned = (metres: number) => likely(rulerFor([at(metres)], { planned: LENGTH }, NO_LEAD), right, open(3), SOUND_CABLE); // prettier-ignore
    // Normal in the length and in the distance: the variances add up.
    for (const metres of [28, 30, 33])
      expect(planned(metres) / normal(metres, LENGTH, Math.hypot(plannedSigma(LENGTH), absoluteSigma(metres)))).toBeCloseTo(1, 1); // prettier-ignore
  });
  it('says next to nothing about the far end where no length is known', () => {
    const unknown = (metres: number) =>
      likely(rulerFor([at(metres)], {}, NO_LEAD), right, open(3), SOUND_CABLE);
    expect(unknown(12) / unknown(60)).toBeCloseTo(1, 1);
  });
  it('never exceeds what it is said to add at most, and stays finite however far off it is', () => {
    const readings = [at(0), at(3, 'tail'), at(15, 'head', '5')];
    for (const [h, t, c] of [
      [open(3), right, SOUND_CABLE],
      [right, open(3), SOUND_CABLE],
      [right, right, { ...SOUND_CABLE, span: 0xff }],
    ] as const)
      expect(Math.log(density(readings, h, t, c))).toBeLessThanOrEqual(
        greatestDistanceLogLikelihood(measured(readings)) + 1e-9,
      );
    const off = rulerFor([at(2000)], { measured: 0.1 }, NO_LEAD);
    const link = { head: right, tail: right, cable: { ...SOUND_CABLE, span: 2 }, headLead: 0, tailLead: 0 };
    expect(Number.isFinite(distanceLogLikelihood(off, link))).toBe(true);
  });
});
