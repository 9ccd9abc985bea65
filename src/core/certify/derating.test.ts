import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { couldReach, longestLink, lossFactor, openOfficeCord, powerCarried } from './derating';
import { CERTIFIED } from './limits';

describe('a warm cable', () => {
  it('may be shorter: TIA-568.2 has 83 m at 40 °C and 75 m at 60 °C unscreened (from memory)', () => {
    expect(lossFactor(20, false)).toBe(1);
    expect(lossFactor(60, false)).toBeCloseTo(1.2, 12);
    expect([20, 40, 60].map((c) => longestLink(c, false))).toEqual([90, 83, 75]);
    expect(longestLink(60, true)).toBe(83);
  });
  it('carries no more power than its type promises, and less the warmer and longer it is', () => {
    for (const p of powerCarried(24, 10, 20)) expect([p.watts, p.will]).toEqual([p.type.deviceWatts, 'yes']);
    const long = powerCarried(26, 100, 60).map((p) => p.will);
    expect(long).toContain('no');
  });
});

describe('cords of an open office', () => {
  it('are those of the table, rounded down (TIA-568.1, from memory: 5, 9, 13, 17, 22 m of 24 AWG, 4, 7, 11, 14, 17 m of 26)', () => {
    expect([90, 85, 80, 75, 70].map((m) => openOfficeCord(m, 24))).toEqual([5, 9, 13, 17, 21]);
    expect([90, 85, 80, 75, 70].map((m) => openOfficeCord(m, 26))).toEqual([4, 7, 10, 14, 17]);
    expect(openOfficeCord(40, 24)).toBe(22);
    expect(openOfficeCord(90.5, 24)).toBeNull();
  });
});

describe('what a link could be', () => {
  const part = fc.constantFrom(...CERTIFIED);
  const link = { cable: '6A' as const, head: '6' as const, tail: '6A' as const, metres: 60, celsius: 25, shielded: false, untwistMm: 8 }; // prettier-ignore
  it('is never better than its lowest part (property)', () => {
    fc.assert(
      fc.property(part, part, part, (cable, head, tail) => {
        const { category } = couldReach({ ...link, cable, head, tail });
        for (const c of [cable, head, tail])
          expect(CERTIFIED.indexOf(category!)).toBeLessThanOrEqual(CERTIFIED.indexOf(c));
      }),
    );
    expect(couldReach(link)).toEqual({ category: '6', reasons: ['No better than its lowest part: connector at the head, category 6.'] }); // prettier-ignore
  });
  it('is nothing at all where it is too long for its heat, or untwisted too far', () => {
    expect(couldReach({ ...link, metres: 85, celsius: 45 })).toMatchObject({ category: null, reasons: [expect.stringContaining('81 m')] }); // prettier-ignore
    expect(couldReach({ ...link, untwistMm: 20 }).reasons[0]).toContain('20 mm of untwist');
  });
});
