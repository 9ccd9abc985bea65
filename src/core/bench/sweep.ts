/** How a sweep goes: ports done, ports left, and minutes for the rest at the pace of this sitting. */
export interface Pace {
  done: number;
  left: number;
  minutesEach: number | null;
  minutesLeft: number | null;
}

/** Longest time that still counts as work on a port: beyond, there was a break. Our judgement. */
export const BREAK_MINUTES = 15;

/**
 * Pace of a sweep from the times (milliseconds) at which ports were done, oldest first. The middle one of the gaps is
 * taken, so that one awkward port does not move it; gaps longer than a break do not count.
 */
export function paceOf(doneAt: readonly number[], left: number): Pace {
  const gaps = doneAt
    .slice(1)
    .map((t, i) => (t - doneAt[i]!) / 60_000)
    .filter((g) => g > 0 && g <= BREAK_MINUTES)
    .sort((a, b) => a - b);
  const middle = gaps.length ? (gaps[(gaps.length - 1) >> 1]! + gaps[gaps.length >> 1]!) / 2 : null;
  return {
    done: doneAt.length,
    left,
    minutesEach: middle,
    minutesLeft: middle === null ? null : middle * left,
  };
}
