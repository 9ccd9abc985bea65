import { describe, expect, it } from 'vitest';
import { DEFAULT_COSTS } from '../model/costs';
import { badEnd } from './bad-end';
import { mendAfterSweep } from './mend-after-sweep';
import { carriedByProven, type Shown } from './proven';
import type { SweepPoint } from './sweep';

/** Category 6, permanent link, 100 MHz: a limit of 41.8 dB of NEXT (TIA-568.2, from memory). */
const next = (far: boolean, db: number): SweepPoint => ({
  pairs: '36-45',
  parameter: 'NEXT',
  far,
  mhz: 100,
  db,
});
const loss = (db: number) => ['36', '45'].map((pairs): SweepPoint => ({ pairs, parameter: 'IL', far: false, mhz: 100, db })); // prettier-ignore
const of = (points: SweepPoint[], near: 'head' | 'tail' = 'head') =>
  badEnd(points, '6', 'permanent-link', near);

describe('which end a failing sweep points at', () => {
  it('is the end where crosstalk is heard louder, by the odds of the difference: 3 dB are 95 in 100', () => {
    const bad = of([...loss(10), next(false, 39), next(true, 42)])!;
    expect(bad).toMatchObject({ end: 'head', pairs: '36-45' });
    expect(bad.chance).toBeCloseTo(1 / (1 + Math.exp(-3)), 6);
    expect(of([...loss(10), next(false, 42), next(true, 39)])!.end).toBe('tail');
    expect(of([...loss(10), next(false, 42), next(true, 39)], 'tail')!.end).toBe('head');
  });
  it('from one side alone is surer the more the way takes, and a toss on a short link', () => {
    const chance = (il: number) => of([...loss(il), next(false, 39)])!.chance;
    expect(chance(15)).toBeGreaterThan(0.99);
    expect(chance(5)).toBeLessThan(chance(6));
    // Under 4 dB of loss crosstalk is not judged at all.
    expect(of([...loss(3), next(false, 39)])).toBeNull();
  });
  it('is none where nothing fails that lies at an end', () => {
    expect(of([...loss(10), next(false, 45)])).toBeNull();
    expect(of([{ pairs: '36', parameter: 'IL', far: false, mhz: 100, db: 30 }])).toBeNull();
  });
});

describe('what to mend first', () => {
  const jacks = { head: 'jack', tail: 'jack' } as const;
  const at = { standingAt: 'head', plates: 2 } as const;
  it('is the likelier end, its slots of the pairs at fault; the other end comes after it, by hand', () => {
    const mend = mendAfterSweep({ end: 'head', chance: 0.9, pairs: '36-45' }, at, jacks, DEFAULT_COSTS);
    expect(mend).toMatchObject({ end: 'head', action: 'repunch', contacts: ['3', '4', '5', '6'] });
    // 1 + 4 × 0.3 to punch, 1 to prove; else a walk of 4, a plate of 1.5, and the same again.
    expect(mend.minutes).toBeCloseTo(3.2, 9);
    expect(mend.expectedMinutes).toBeCloseTo(3.2 + 0.1 * (4 + 1.5 + 3.2), 9);
  });
  it('is the nearer end where it is nearly as likely, and a new connector on a plug', () => {
    expect(mendAfterSweep({ end: 'tail', chance: 0.55, pairs: '36' }, at, jacks, DEFAULT_COSTS).end).toBe('head'); // prettier-ignore
    const plug = mendAfterSweep({ end: 'tail', chance: 0.99, pairs: '36' }, at, { ...jacks, tail: 'plug' }, DEFAULT_COSTS); // prettier-ignore
    expect(plug).toMatchObject({ end: 'tail', action: 'redo', contacts: [] });
  });
});

describe('what a link carries by what was proven of it', () => {
  const will = (shown: Shown, parts: '5e' | '6' | '6A' = '6A') =>
    Object.fromEntries(carriedByProven(parts, 45, shown).map((c) => [c.name, c.will]));
  it('promises nothing of what is not proven, or was not looked at for splits', () => {
    expect(Object.values(will({ evidence: null, splits: false }))).toEqual(['maybe', 'maybe', 'maybe', 'maybe', 'maybe']); // prettier-ignore
    expect(will({ evidence: 'continuity', splits: false })['1000BASE-T']).toBe('maybe');
  });
  it('promises 1000BASE-T of a wiremap with splits, and nothing beyond without its crosstalk', () => {
    expect(will({ evidence: 'wiremap', splits: true })).toEqual({
      '100BASE-TX': 'yes',
      '1000BASE-T': 'yes',
      '2.5GBASE-T': 'maybe',
      '5GBASE-T': 'maybe',
      '10GBASE-T': 'maybe',
    });
  });
  it('says of a link an instrument certified that its limit is to be compared, not that nothing was measured', () => {
    const [, , beyond] = carriedByProven('6A', 45, { evidence: 'certification', splits: true });
    expect([beyond!.will, beyond!.why]).toEqual(['maybe', expect.stringContaining('compare the limit')]);
  });
  it('promises what its limits were held to, never more than its parts', () => {
    const held = (category: '5e' | '6' | '6A', pass: boolean): Shown => ({ evidence: 'certification', splits: true, held: { category, pass } }); // prettier-ignore
    expect(will(held('6A', true))['10GBASE-T']).toBe('yes');
    expect(will(held('5e', true))).toMatchObject({ '2.5GBASE-T': 'yes', '10GBASE-T': 'maybe' });
    expect(will(held('6A', true), '5e')['10GBASE-T']).toBe('no');
    expect(will(held('6', false))).toMatchObject({ '1000BASE-T': 'maybe', '10GBASE-T': 'no' });
  });
});
