import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { diameterOfGauge } from './awg';
import { openOfficeCords } from './cords';
import { delayOfLength, lengthFromDelay, mostDelayPer100m, nvpFrom, SPEED_OF_LIGHT } from './length';
import { LINK_LIMITS } from './limits';
import { judgeElectrical, judgeLength, type MeasuredCable } from './measured';
import { bundleRise, poeAtDevice, POE_TYPES, poeThrough, riseOf } from './poe';
import { conductorOhms, loopOhms, mostUnbalanceOhms } from './resistance';

describe('delay and length', () => {
  it('has light at 299 792 458 m/s, exact by the definition of the metre', () =>
    expect(SPEED_OF_LIGHT).toBe(299_792_458));
  it('allows 570 ns at 1 MHz and 538 ns at 100 MHz per 100 m, TIA-568 (from memory)', () => {
    expect(Math.round(mostDelayPer100m(1))).toBe(570);
    expect(Math.round(mostDelayPer100m(100))).toBe(538);
  });
  it('holds links by limits of links: 90 and 100 m, 21 and 25 Ω, 44 and 50 ns, TIA-568.2-D (from memory)', () => {
    expect(LINK_LIMITS['permanent-link']).toEqual({ metres: 90, loopOhms: 21, delayNs: 498, skewNs: 44 });
    expect(LINK_LIMITS.channel).toEqual({ metres: 100, loopOhms: 25, delayNs: 555, skewNs: 50 });
    // Cable and connectors added up: 0.9 and 1 times the cable, three and four connectors.
    expect(Math.floor(0.9 * mostDelayPer100m(10) + 3 * 2.5)).toBe(498);
    expect(Math.floor(mostDelayPer100m(10) + 4 * 2.5)).toBe(555);
    expect(Math.floor(0.9 * 45 + 3 * 1.25)).toBe(44);
  });
  it('turns length into delay and back, and finds the NVP of a known length', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 1, max: 120, noNaN: true }),
        fc.double({ min: 0.5, max: 0.9, noNaN: true }),
        (m, v) => {
          const ns = delayOfLength(m, v);
          expect(lengthFromDelay(ns, v)).toBeCloseTo(m, 9);
          expect(nvpFrom(m, ns)).toBeCloseTo(v, 9);
        },
      ),
    );
  });
});

describe('resistance', () => {
  it('of 24 AWG annealed copper lies a tenth under the 9.38 Ω that 100 m of cable may have, as real cable does', () => {
    // IEC 60028 resistivity, ASTM B258 diameter, TIA-568 limit: all from memory. The room is for twist and tolerance.
    expect(conductorOhms(24, 100)).toBeCloseTo(8.42, 2);
    expect(9.38 / conductorOhms(24, 100)).toBeCloseTo(1.114, 2);
  });
  it('is worked out by hand for 23 AWG: resistivity times length over area', () => {
    const d = diameterOfGauge(23) * 1e-3;
    expect(conductorOhms(23, 100)).toBeCloseTo((1.7241e-8 * 100) / ((Math.PI * d * d) / 4), 9);
  });
  it('grows 0.393 % a kelvin, IEC 60028 (from memory)', () =>
    expect(conductorOhms(24, 50, 45) / conductorOhms(24, 50, 20)).toBeCloseTo(1 + 25 * 0.00393, 12));
  it('allows an unbalance of 3 % or 0.2 Ω, the larger, TIA-568 (from memory)', () => {
    expect(mostUnbalanceOhms(4)).toBe(0.2);
    expect(mostUnbalanceOhms(20)).toBeCloseTo(0.6, 12);
  });
});

describe('power over the cable, IEEE 802.3 af, at and bt (from memory)', () => {
  it.each([
    [1, 15.4, 12.95, 20],
    [2, 30, 25.5, 12.5],
    [3, 60, 51, 6.25],
    [4, 90, 71.3, 6.25],
  ])(
    'type %i: %f W at the source leave %f W through the worst channel of %f Ω',
    (type, source, device, ohms) => {
      const t = POE_TYPES.find((p) => p.type === type)!;
      expect([t.sourceWatts, t.deviceWatts]).toEqual([source, device]);
      expect(poeThrough(t, ohms).watts).toBeCloseTo(device, 1);
    },
  );
  it('never gives more than the source, and less over more cable or more heat', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...POE_TYPES),
        fc.constantFrom(23, 24, 26),
        fc.double({ min: 1, max: 99, noNaN: true }),
        fc.double({ min: 0, max: 59, noNaN: true }),
        (t, gauge, m, c) => {
          const here = poeAtDevice(t, gauge, m, c).watts;
          expect(here).toBeLessThan(t.sourceWatts);
          expect(poeAtDevice(t, gauge, m + 1, c).watts).toBeLessThan(here);
          expect(poeAtDevice(t, gauge, m, c + 1).watts).toBeLessThan(here);
        },
      ),
    );
  });
});

/** The table prints whole metres, a half rounded down. */
const asPrinted = (metres: number) => Math.ceil(metres - 0.5 - 1e-9);

describe('cords of an open office, the table of TIA-568 (from memory)', () => {
  it.each([
    [90, 5, 10],
    [85, 9, 14],
    [80, 13, 18],
    [75, 17, 22],
    [70, 22, 27],
  ])('24 AWG at %i m: %i m at the desk, %i m in all', (h, w, c) => {
    const cords = openOfficeCords(h, 24);
    expect([asPrinted(cords.workArea), asPrinted(cords.total)]).toEqual([w, c]);
  });
  it.each([
    [90, 4],
    [85, 7],
    [80, 11],
    [75, 14],
    [70, 17],
  ])('26 AWG at %i m: %i m at the desk', (h, w) =>
    expect(asPrinted(openOfficeCords(h, 26).workArea)).toBe(w),
  );
  it('leaves none at 98 m', () => expect(() => openOfficeCords(98, 24)).toThrow(RangeError));
});

describe('measured values', () => {
  const link = (more: Partial<MeasuredCable> = {}): MeasuredCable => ({ gauge: 24, configuration: 'permanent-link', ...more }); // prettier-ignore
  const loops = (...ohms: number[]) => ({ loopOhms: Object.fromEntries(ohms.map((o, i) => [['12', '36', '45', '78'][i]!, o])) }); // prettier-ignore
  const grades = (e: Parameters<typeof judgeElectrical>[0], cable = link()) =>
    judgeElectrical(e, cable).map((f) => f.grade);

  it.each([
    ['3 m of 24 AWG, 0.66 Ω', loops(0.66, 0.66, 0.65, 0.67), { lengthMetres: 3 }],
    ['10 m, 1.96 Ω', loops(1.96, 1.95, 1.97, 1.96), { lengthMetres: 10 }],
    ['50 m, 9.45 Ω', loops(9.45, 9.4, 9.42, 9.44), { lengthMetres: 50 }],
    ['20 m of 26 AWG, 1 % above its nominal', loops(5.52, 5.5, 5.51, 5.53), { gauge: 26, lengthMetres: 20 }],
    ['85 m of 24 AWG, 15.2 Ω', loops(15.2, 15.1, 15.2, 15.0), { lengthMetres: 85 }],
    ['a channel of 20 Ω', loops(20, 20.1, 19.9, 20), { configuration: 'channel', lengthMetres: 98 }],
    ['20 m where 13.8 were planned', loops(3, 3.05, 2.98, 3.02), { gauge: 23, plannedMetres: 13.8 }],
    [
      '36 m where 30 were planned',
      { delayNs: { '12': 174, '36': 175, '45': 173, '78': 176 } },
      { plannedMetres: 30 },
    ],
    ['10 m with a lead of 2 m', { delayNs: { '12': 62, '36': 60 } }, { plannedMetres: 10 }],
  ] as const)('of a good link are good: %s', (_, values, cable) => {
    expect(new Set(grades(values, link(cable as Partial<MeasuredCable>)))).toEqual(new Set(['good']));
  });
  it('of a link longer than its plan are good, and ask whether it is longer', () => {
    const [worst] = judgeElectrical(loops(6.4, 6.45, 6.38, 6.42), link({ gauge: 23, plannedMetres: 13.8 }));
    expect(worst).toMatchObject({ grade: 'good' });
    expect(worst!.text).toContain('where 13.8 m were planned: is it longer?');
    const [alike] = judgeElectrical(loops(2, 2.02, 1.98, 2), link({ gauge: 23, plannedMetres: 13.8 }));
    expect(alike!.text).not.toContain('planned');
  });
  it.each([
    ['a loop over 21 Ω in a permanent link', loops(21.5, 20, 20, 20), {}],
    ['a loop over 25 Ω in a channel', loops(25.1, 24, 24, 24), { configuration: 'channel' }],
    ['a delay over 498 ns', { delayNs: { '12': 499 } }, {}],
    ['a skew over 44 ns', { delayNs: { '12': 400, '36': 445 } }, {}],
    ['a skew the tester gave itself', { skewNs: 51 }, { configuration: 'channel' }],
  ] as const)('fail by %s, and only just', (_, values, cable) => {
    expect(grades(values, link(cable as Partial<MeasuredCable>))).toContain('over');
  });
  it('let a channel have what a permanent link may not', () => {
    expect(grades({ delayNs: { '12': 540 } })).toEqual(['over']);
    expect(grades({ delayNs: { '12': 540 } }, link({ configuration: 'channel' }))).toEqual(['good']);
  });
  it('suspect a contact where one pair is unlike its siblings, without any length', () => {
    for (const [bad, others] of [[5.1, 4.2], [14.2, 10.5]] as const) {
      const [worst, ...rest] = judgeElectrical(loops(others, others, bad, others), link());
      expect(worst).toMatchObject({ what: 'Loop 4-5', grade: 'suspect' });
      expect(worst!.text).toContain('a contact of this pair is bad');
      expect(new Set(rest.map((f) => f.grade))).toEqual(new Set(['good']));
    } // prettier-ignore
    expect(grades(loops(4.2, 4.4, 4.2, 4.25))).toEqual(['good', 'good', 'good', 'good']);
  });
  it('suspect the cable where all pairs are high by its measured length: copper-clad aluminium is 1.6 times copper', () => {
    const copper = loopOhms(24, 60);
    const clad = judgeElectrical(
      loops(...[1, 1.01, 0.99, 1].map((x) => x * copper * 1.6)),
      link({ lengthMetres: 60 }),
    );
    expect(clad[0]!.text).toContain('Copper-clad aluminium');
    expect(new Set(clad.map((f) => f.grade))).toEqual(new Set(['suspect']));
    expect(grades(loops(...[1, 1.01, 0.99, 1].map((x) => x * copper * 1.6)), link({ plannedMetres: 60 }))).toEqual(['good', 'good', 'good', 'good']); // prettier-ignore
  });
  it('allow a warm cable its warmth', () => {
    expect(grades(loops(21.5, 21.5, 21.4, 21.5))).toContain('over');
    expect(grades({ ...loops(21.5, 21.5, 21.4, 21.5), celsius: 30 })).not.toContain('over');
  });
  it('hold a length by its limit and the tenth its velocity may be off, TIA-568 (from memory)', () => {
    const grade = (m: number, c: 'permanent-link' | 'channel') => judgeLength(m, c).grade;
    expect([90, 90.1, 99, 99.1].map((m) => grade(m, 'permanent-link'))).toEqual([
      'good',
      'star',
      'star',
      'over',
    ]);
    expect([100, 100.1, 110, 110.1].map((m) => grade(m, 'channel'))).toEqual([
      'good',
      'star',
      'star',
      'over',
    ]);
  });
});

describe('the warmth of a bundle', () => {
  it('of a hundred cables of 24 AWG with 0.6 A a pair is about 10 K, TIA TSB-184 (from memory)', () => {
    expect(riseOf(0.6, 4, 100, 24, 5.2)).toBeGreaterThan(9);
    expect(riseOf(0.6, 4, 100, 24, 5.2)).toBeLessThan(11);
    expect(bundleRise(POE_TYPES[2], 100, 24, 5.2)).toBeCloseTo(riseOf(0.6, 4, 100, 24, 5.2), 9);
  });
  it('grows with cables and current squared, and a thicker conductor keeps cooler', () => {
    expect(riseOf(1, 4, 48, 24, 5.2)).toBeCloseTo(4 * riseOf(0.5, 4, 48, 24, 5.2), 9);
    expect(riseOf(0.6, 4, 48, 23, 5.2)).toBeLessThan(riseOf(0.6, 4, 48, 24, 5.2));
    expect(riseOf(0.6, 4, 49, 24, 5.2)).toBeGreaterThan(riseOf(0.6, 4, 48, 24, 5.2));
  });
});
