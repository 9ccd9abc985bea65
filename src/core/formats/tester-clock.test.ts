import { expect, it } from 'vitest';
import { clockAheadMs } from './tester-clock';

it('says how far a clock is ahead or behind, and nothing of what it takes to look', () => {
  const now = Date.parse('2026-11-20T09:00:30Z');
  const shows = (time: string) => clockAheadMs(Date.parse(`2026-11-20T${time}Z`), now) / 60_000;
  expect(['09:00:00', '09:02:00', '08:58:30', '10:00:30', '07:30:30'].map(shows)).toEqual([0, 0, 0, 60, -90]);
});
