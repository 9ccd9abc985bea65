const FORMAT = new Intl.DateTimeFormat('sv-SE', {
  year: 'numeric',
  month: '2-digit',
  day: '2-digit',
  hour: '2-digit',
  minute: '2-digit',
});

/** An instant by the clock on the wall here, as `2026-05-04 09:12`. */
export const localTime = (at: string): string => FORMAT.format(new Date(at));

const UNITS = [
  [86_400_000, 'day'],
  [3_600_000, 'hour'],
  [60_000, 'minute'],
] as const;

/** How far a clock was off, in words: `clock 11 minutes fast`. */
export function clockWords(offMs: number): string {
  const size = Math.abs(offMs);
  const [ms, unit] = UNITS.find(([u]) => size >= u) ?? UNITS[2];
  const n = Math.max(1, Math.round(size / ms));
  return `clock ${n} ${unit}${n === 1 ? '' : 's'} ${offMs > 0 ? 'fast' : 'slow'}`;
}
