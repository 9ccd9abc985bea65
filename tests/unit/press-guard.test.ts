import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import {
  ARMED_AFTER_MS,
  movedUnderThumb,
  PressGuard,
  STEP_AFTER_MS,
} from '../../src/lib/controls/press-guard.svelte';

let now: number;
let made: number | undefined;
const guard = () => new PressGuard(() => now, ARMED_AFTER_MS, () => made); // prettier-ignore
beforeEach(() => {
  now = 10_000;
  made = undefined;
});
afterEach(() => {
  vi.unstubAllGlobals();
  vi.useRealTimers();
});

describe('a press', () => {
  it('is taken once what is on screen has been there long enough, and only once', () => {
    const g = guard();
    now += ARMED_AFTER_MS - 1;
    expect(g.take()).toBe(false);
    now += 1;
    expect(g.armed).toBe(true);
    expect(g.take()).toBe(true);
    now += ARMED_AFTER_MS;
    expect(g.take()).toBe(false);
    g.shown();
    now += ARMED_AFTER_MS;
    expect(g.take()).toBe(true);
  });

  it('that bounced is told by when it was made, however late it is answered', () => {
    const g = guard();
    now += ARMED_AFTER_MS;
    // The page was busy: both were made long before they are answered.
    made = 3000;
    expect(g.take()).toBe(true);
    g.shown();
    now += 10 * ARMED_AFTER_MS;
    made = 3000 + ARMED_AFTER_MS - 1;
    const ofNextScreen = guard();
    now += ARMED_AFTER_MS;
    for (const either of [g, ofNextScreen]) {
      expect(either.armed).toBe(false);
      expect(either.take()).toBe(false);
    }
    made = 3000 + ARMED_AFTER_MS;
    expect(g.take()).toBe(true);
  });

  it('of a place is not taken where that place has moved just before, however late it is answered; a key is', () => {
    const press = (type: string, detail: number, at: number) => {
      vi.stubGlobal('event', { type, detail });
      made = at;
      const g = guard();
      now += 10 * ARMED_AFTER_MS;
      return g.armed;
    };
    vi.useFakeTimers({ toFake: ['setTimeout', 'clearTimeout'] });
    const shown = guard();
    shown.shown();
    vi.advanceTimersByTime(ARMED_AFTER_MS);
    expect(shown.ready).toBe(true);
    movedUnderThumb(5000);
    expect(shown.ready).toBe(false);
    vi.advanceTimersByTime(STEP_AFTER_MS);
    expect(shown.ready).toBe(true);
    for (const at of [4900, 5000 + STEP_AFTER_MS - 1]) {
      expect(press('click', 1, at)).toBe(false);
      expect(press('click', 0, at)).toBe(true);
      expect(press('keydown', 0, at)).toBe(true);
    }
    expect(press('click', 1, 5000 + STEP_AFTER_MS)).toBe(true);
  });

  it('that is no event of the page, or comes after one that is none, is told by what is on screen alone', () => {
    const g = guard();
    now += ARMED_AFTER_MS;
    expect(g.take()).toBe(true);
    g.shown();
    now += ARMED_AFTER_MS;
    made = 5;
    expect(g.take()).toBe(true);
    g.shown();
    now += ARMED_AFTER_MS;
    made = undefined;
    expect(g.take()).toBe(true);
  });
});

describe('what is on screen', () => {
  it('counts from when it was drawn, and once it is left no more', () => {
    vi.useFakeTimers();
    const frames: (() => void)[] = [];
    vi.stubGlobal('requestAnimationFrame', (draw: () => void) => frames.push(draw));
    const cancelled: number[] = [];
    vi.stubGlobal('cancelAnimationFrame', (n: number) => cancelled.push(n));
    const g = guard();
    const leave = g.shown();
    now += ARMED_AFTER_MS;
    vi.advanceTimersByTime(ARMED_AFTER_MS);
    expect([g.ready, g.armed]).toEqual([false, false]);
    frames[0]!();
    expect([g.ready, g.armed]).toEqual([false, false]);
    now += ARMED_AFTER_MS;
    vi.advanceTimersByTime(ARMED_AFTER_MS);
    expect([g.ready, g.armed]).toEqual([true, true]);
    g.shown();
    expect(g.ready).toBe(false);
    leave();
    expect(cancelled).toContain(2);
    vi.advanceTimersByTime(ARMED_AFTER_MS);
    expect(g.ready).toBe(false);
  });
});
