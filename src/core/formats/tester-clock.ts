import { CLOCK_TOLERANCE_MS } from '../log/effective';

/**
 * How far a tester's clock is ahead, in ms: what it shows, less what the time is. 0 where that is no more than it takes to
 * look and to write it down.
 */
export const clockAheadMs = (shows: number, now: number): number => {
  const ahead = shows - now;
  return Math.abs(ahead) <= CLOCK_TOLERANCE_MS ? 0 : ahead;
};
