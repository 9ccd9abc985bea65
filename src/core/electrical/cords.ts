/** Cords of an open office: C = (102 − H) / (1 + D), W = C − T, at most `most`. TIA-568 (from memory). */
const BY_GAUGE = {
  24: { derating: 0.2, room: 5, most: 22 },
  26: { derating: 0.5, room: 4, most: 17 },
} as const;
/** Gauges of cord that the rule knows. */
export type CordGauge = keyof typeof BY_GAUGE;

/** Lengths of cords in metres: all of them together, and the one in the work area. */
export interface Cords {
  total: number;
  workArea: number;
}

/** Longest cords at a horizontal cable of so many metres. Throws RangeError where no cord is left. */
export function openOfficeCords(horizontalMetres: number, gauge: CordGauge): Cords {
  const { derating, room, most } = BY_GAUGE[gauge];
  const total = (102 - horizontalMetres) / (1 + derating);
  if (!(horizontalMetres >= 0) || total - room <= 0)
    throw new RangeError('A horizontal cable of this length leaves nothing for a cord in the work area.');
  const workArea = Math.min(total - room, most);
  return { total: workArea + room, workArea };
}
