import { describe, expect, it } from 'vitest';
import { broughtTime, type SaidOfTimes } from './brought-time';

const said = (more: Partial<SaidOfTimes> = {}): SaidOfTimes => ({ looked: true, aheadMs: 0, sinceMs: null, ...more }); // prettier-ignore
const pass = { verdict: 'pass' } as const;
const NINE = '2026-11-20T09:00:00.000Z';

describe('the time of a reading that is brought', () => {
  it('is the one of its file once somebody has looked at the clock, and doubted until then', () => {
    expect(broughtTime({ ...pass, takenAt: NINE }, said())).toEqual({ at: NINE });
    expect(broughtTime({ ...pass, takenAt: NINE }, said({ looked: false }))).toEqual({ at: NINE, clock: 'unchecked' }); // prettier-ignore
  });

  it('is put right by what the clock is off, a day that is told alone as well', () => {
    const off = (aheadMs: number) => broughtTime({ ...pass, takenAt: NINE }, said({ aheadMs })).at;
    expect(off(3_600_000)).toBe('2026-11-20T08:00:00.000Z');
    expect(off(-90 * 60_000)).toBe('2026-11-20T10:30:00.000Z');
  });

  it('is what somebody says where the file says none, but for a fail: that counts as of now', () => {
    const sinceMs = Date.parse(NINE);
    expect(broughtTime(pass, said({ sinceMs }))).toEqual({ at: NINE });
    expect(broughtTime({ verdict: 'provisional' }, said({ sinceMs }))).toEqual({ at: NINE });
    expect(broughtTime({ verdict: 'fail' }, said({ sinceMs }))).toEqual({ clock: 'none' });
    expect(broughtTime(pass, said({ looked: true }))).toEqual({ clock: 'none' });
  });
});
