import { describe, expect, it } from 'vitest';
import type { Distance } from '../reading/reading';
import { rightEnd } from '../../../tests/support/ends';
import { NONE, SOUND_CABLE, type CompactCable, type CompactEnd } from './compact';
import { absoluteSigma, distanceLogLikelihood, distanceSigma, plannedSigma, rulerFor } from './distance';
import { CROSSED } from './leads';

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
  it('is found at the first fault along its path, from either end', () => {
    const joined = (a: number, b: number): CompactEnd => ({ ...right, bridges: [[a, b]] });
    const empty = (contact: number): CompactEnd => ({
      ...right,
      seats: right.seats.map((k, i) => (i === contact ? NONE : k)),
    });
    const nick = (where: 'head' | 'span' | 'tail', conductor: number): CompactCable => ({ ...SOUND_CABLE, [where]: 1 << conductor }); // prettier-ignore
    const pierced: CompactCable = { ...SOUND_CABLE, bridges: [[0, 1]] };
    const held = (contact: number) => right.seats[contact - 1]!;
    const spread = (metres: number) => density([at(metres)], right, right, nick('span', held(4)));
    const cases: [string, Distance, { head?: CompactEnd; tail?: CompactEnd; cable?: CompactCable; leads?: [number, number] }, number][] = [
      ['a short at the near end, at its first contact', at(0.2, 'head', '4'), { head: joined(3, 4) }, 0],
      ['a short at the near end, at its second contact', at(0.2, 'head', '5'), { head: joined(3, 4) }, 0],
      ['a short at the far end', at(29.8, 'head', '4'), { tail: joined(3, 4) }, LENGTH],
      ['a short at the far end, at its second contact', at(29.8, 'head', '5'), { tail: joined(3, 4) }, LENGTH],
      ['a short at the other end, from there', at(0.2, 'tail', '5'), { tail: joined(3, 4) }, 0],
      ['an empty seat', at(0.2, 'head', '3'), { head: empty(2) }, 0],
      ['an empty seat at the far end', at(29.8, 'head', '3'), { tail: empty(2) }, LENGTH],
      ['an open at contact 1', at(0.2, 'head', '1'), { head: open(0) }, 0],
      ['an open at contact 1 of the far end', at(29.8, 'head', '1'), { tail: open(0) }, LENGTH],
      ['an open at contact 8 of the far end', at(29.8, 'head', '8'), { tail: open(7) }, LENGTH],
      ['a nick at the far end', at(29.8, 'head', '3'), { cable: nick('tail', held(3)) }, LENGTH],
      ['a nick at the far end, from there', at(0.2, 'tail', '3'), { cable: nick('tail', held(3)) }, 0],
      ['a nick at the head, from the tail', at(29.8, 'tail', '3'), { cable: nick('head', held(3)) }, LENGTH],
      ['a path joined in the near lead', at(0.2, 'head', '4'), { leads: [13, 0] }, 0],
      ['its mate in the near lead', at(0.2, 'head', '5'), { leads: [13, 0] }, 0],
      ['a path joined in the far lead', at(29.8, 'head', '4'), { leads: [0, 13] }, LENGTH],
      ['its mate in the far lead', at(29.8, 'head', '5'), { leads: [0, 13] }, LENGTH],
      ['a crossover cord: 1 meets 3', at(0.2, 'head', '1'), { head: open(2), leads: [CROSSED, 0] }, 0],
      ['a crossover cord at the far end hides nothing', at(29.8, 'head', '3'), { tail: open(2), leads: [0, CROSSED] }, LENGTH],
    ]; // prettier-ignore
    for (const [name, distance, { head = right, tail = right, cable = SOUND_CABLE, leads = [0, 0] }, place] of cases)
      expect(likely(measured([distance]), head, tail, cable, leads), name).toBeCloseTo(normal(distance.metres, place, distanceSigma(distance.metres)), 9); // prettier-ignore
    const silent: [
      string,
      Distance,
      { head?: CompactEnd; cable?: CompactCable; leads?: [number, number] },
    ][] = [
      ['beside a short', at(3, 'head', '6'), { head: joined(3, 4) }],
      ['beside a pierced pair', at(3, 'head', '3'), { cable: pierced }],
      ['beside paths joined in a lead', at(3, 'head', '3'), { leads: [13, 0] }],
      ['beside paths joined in the far lead', at(3, 'head', '6'), { leads: [0, 13] }],
      [
        'the lowest path through a crossover cord',
        at(3, 'head', '3'),
        { head: open(2), leads: [CROSSED, 0] },
      ],
      ['through a crossover cord that is all right', at(3, 'head', '8'), { leads: [0, CROSSED] }],
      ['at the shield', at(3, 'head', 'S'), { head: { ...right, open: 0xff } }],
      ['nothing open', at(3, 'head', '1'), {}],
    ];
    for (const [name, distance, { head = right, cable = SOUND_CABLE, leads = [0, 0] }] of silent)
      expect(likely(measured([distance]), head, right, cable, leads), name).toBe(1);
    // A pierced conductor and a broken one lie along the span, whichever of them is asked for.
    for (const contact of ['4', '5'] as const)
      expect(density([at(12, 'head', contact)], right, right, pierced)).toBeCloseTo(spread(12), 12);
    // Two faults of the span are two places: the same distance to both is no likelier than one to each.
    const both: CompactCable = { ...pierced, bridges: [[0, 1], [2, 3]] }; // prettier-ignore
    const pair = (name: number) => String(right.seats.indexOf(name) + 1) as Distance['contact'];
    const twice = density([at(5, 'head', pair(0)), at(25, 'head', pair(2))], right, right, both);
    expect(twice).toBeCloseTo(spread(5) * spread(25), 9);
  });
  it('is taken from the tester, in a lead that no length tells of', () => {
    const lead = { head: 3, tail: 2 };
    const steps = 20_000;
    const over = (least: number, most: number, of: (u: number) => number) =>
      Array.from({ length: steps }, (_, i) => of(least + ((i + 0.5) / steps) * (most - least))).reduce((a, b) => a + b) / steps; // prettier-ignore
    const alone = (distances: Distance[]) => ({ ...rulerFor(distances, { planned: LENGTH }, lead), lengths: [{ metres: LENGTH, log: 0 }] }); // prettier-ignore
    const s = absoluteSigma(31);
    // A fault at the far connector lies the link and the lead before it away, at either end.
    expect(likely(alone([at(31)]), right, open(3), SOUND_CABLE)).toBeCloseTo(over(0, 3, (u) => normal(31, LENGTH + u, s)), 6); // prettier-ignore
    expect(likely(alone([at(31, 'tail')]), open(3), right, SOUND_CABLE)).toBeCloseTo(over(0, 2, (u) => normal(31, LENGTH + u, s)), 6); // prettier-ignore
    // One in the span is looked for half the lead nearer.
    const broken: CompactCable = { ...SOUND_CABLE, span: 1 << right.seats[3]! };
    const edge = absoluteSigma(1.6);
    expect(likely(alone([at(1.6)]), right, right, broken)).toBeCloseTo(over(0, LENGTH, (x) => normal(1.6 - 1.5, x, edge)), 6); // prettier-ignore
    expect(likely(alone([at(1.6, 'tail')]), right, right, broken)).toBeCloseTo(over(0, LENGTH, (x) => normal(LENGTH - 1.6 + 1, x, edge)), 6); // prettier-ignore
    // The instrument's own length runs from tester to tester: a far connector lies short of it by the lead there.
    const own = distanceSigma(28);
    expect(likely(measured([at(28, 'tail')], lead), open(3), right, SOUND_CABLE)).toBeCloseTo(over(0, 3, (u) => normal(28, LENGTH - u, own)), 6); // prettier-ignore
  });
  it('is held against any length from 3 to 90 m where none is known, and against none below half a metre', () => {
    const { lengths, measured: own, sigma } = rulerFor([], {}, NO_LEAD);
    expect([lengths[0]!.metres, lengths.at(-1)!.metres, lengths.length, own, sigma]).toEqual([3, 90, 59, false, absoluteSigma]); // prettier-ignore
    const short = rulerFor([], { planned: 2 }, NO_LEAD);
    expect(short.lengths.map((l) => Math.round(100 * l.metres) / 100)).toEqual([0.66, 1.33, 2, 2.67, 3.34, 4.02, 4.69]); // prettier-ignore
    expect([short.measured, short.sigma]).toEqual([false, absoluteSigma]);
    for (const ruler of [short, rulerFor([], {}, NO_LEAD)])
      expect(ruler.lengths.reduce((sum, l) => sum + Math.exp(l.log), 0)).toBeCloseTo(1, 12);
    expect(rulerFor([], { measured: 0, planned: 30 }, NO_LEAD).lengths).toEqual([{ metres: 0, log: 0 }]);
  });
  it('never adds to what is likely, and stays finite however far off it is', () => {
    const readings = [at(0), at(3, 'tail'), at(15, 'head', '5')];
    for (const [h, t, c] of [
      [open(3), right, SOUND_CABLE],
      [right, open(3), SOUND_CABLE],
      [right, right, { ...SOUND_CABLE, span: 0xff }],
      [right, right, SOUND_CABLE],
    ] as const)
      expect(density(readings, h, t, c)).toBeLessThanOrEqual(1);
    // A density has its peak where nothing is off.
    for (const sigma of [distanceSigma, absoluteSigma]) expect(normal(0, 0, sigma(0))).toBeLessThan(1);
    const off = rulerFor([at(2000)], { measured: 0.1 }, NO_LEAD);
    const link = { head: right, tail: right, cable: { ...SOUND_CABLE, span: 2 }, headLead: 0, tailLead: 0 };
    expect(Number.isFinite(distanceLogLikelihood(off, link))).toBe(true);
  });
});
