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

const lasting = (ms: number): string => {
  const [unitMs, unit] = UNITS.find(([u]) => ms >= u) ?? UNITS[2];
  const n = Math.max(1, Math.round(ms / unitMs));
  return `${n} ${unit}${n === 1 ? '' : 's'}`;
};

/** How far a clock was off, and by how much it was set meanwhile, in words: `clock 11 minutes fast`. */
export function clockWords({ offMs, setMs }: { offMs: number; setMs?: number }): string {
  const off = `${lasting(Math.abs(offMs))} ${offMs > 0 ? 'fast' : 'slow'}`;
  if (!setMs) return `clock ${off}`;
  return `clock ${offMs ? `${off}, and ` : ''}set by ${lasting(setMs)} in between`;
}
