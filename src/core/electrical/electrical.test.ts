import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { diameterOfGauge } from './awg';
import { openOfficeCords } from './cords';
import {
  delayOfLength,
  lengthFromDelay,
  LONGEST,
  mostDelayPer100m,
  MOST_SKEW,
  nvpFrom,
  SPEED_OF_LIGHT,
} from './length';
import { judgeElectrical } from './measured';
import { poeAtDevice, POE_TYPES, poeThrough } from './poe';
import { conductorOhms, loopOhms, MOST_OHMS_PER_100M, mostLoopOhms, mostUnbalanceOhms } from './resistance';

describe('delay and length', () => {
  it('has light at 299 792 458 m/s, exact by the definition of the metre', () =>
    expect(SPEED_OF_LIGHT).toBe(299_792_458));
  it('allows 570 ns at 1 MHz and 538 ns at 100 MHz per 100 m, TIA-568 (from memory)', () => {
    expect(Math.round(mostDelayPer100m(1))).toBe(570);
    expect(Math.round(mostDelayPer100m(100))).toBe(538);
  });
  it('allows a skew of 45 ns in 100 m of cable and 50 in a channel, 90 m of link and 100 of channel, TIA-568 (from memory)', () => {
    expect(MOST_SKEW).toEqual({ cable100m: 45, channel: 50 });
    expect(LONGEST).toEqual({ link: 90, channel: 100 });
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
  it('agrees with the limit of 9.38 Ω per 100 m as real cable does: 24 AWG of annealed copper lies a tenth under it, 26 above', () => {
    // IEC 60028 resistivity, ASTM B258 diameter, TIA-568 limit: all from memory. The room is for twist and tolerance.
    expect(conductorOhms(24, 100)).toBeCloseTo(8.42, 2);
    expect(MOST_OHMS_PER_100M / conductorOhms(24, 100)).toBeCloseTo(1.114, 2);
    expect(conductorOhms(26, 100)).toBeGreaterThan(MOST_OHMS_PER_100M);
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
  const cable = { gauge: 23, lengthMetres: 60 };
  it('suspects a contact when a loop is 40 % high, though it is under the limit', () => {
    const expected = loopOhms(23, 60);
    const [worst] = judgeElectrical({ loopOhms: { '12': expected, '36': expected * 1.4 } }, cable);
    expect(expected * 1.4).toBeLessThan(mostLoopOhms(60) * 1.05);
    expect(worst).toMatchObject({
      what: 'Loop 3-6',
      grade: expected * 1.4 > mostLoopOhms(60) ? 'over' : 'suspect',
    });
  });
  it('says it in words, with how much too high', () => {
    const [worst] = judgeElectrical(
      { loopOhms: { '45': loopOhms(24, 30) * 1.4 } },
      { gauge: 24, lengthMetres: 25 },
    );
    expect(worst!.text).toMatch(/over the limit|A contact of this pair is bad/);
    const [short] = judgeElectrical(
      { loopOhms: { '45': loopOhms(22, 60) * 1.4 } },
      { gauge: 22, lengthMetres: 60 },
    );
    expect(short).toMatchObject({ grade: 'suspect' });
    expect(short!.text).toContain('40 % high');
  });
  it('puts what is over its limit first, with its margin', () => {
    const findings = judgeElectrical(
      { delayNs: { '12': 300, '36': 360, '45': 290 } },
      { gauge: 23, lengthMetres: 60 },
    );
    expect(findings[0]).toMatchObject({ what: 'Delay 3-6', grade: 'over' });
    expect(findings.find((f) => f.what === 'Skew')).toMatchObject({ value: 70, grade: 'over' });
    expect(findings.find((f) => f.what === 'Length')!.margin).toBeCloseTo(1 / 3, 6);
  });
});
