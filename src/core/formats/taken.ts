/** When a reading was taken, between two instants: the same where the time of day was written. */
export interface Taken {
  from: string;
  to: string;
  /** It says in which zone. */
  zone: boolean;
}

const DAY = /^(?:(\d{1,2})\.(\d{1,2})\.(\d{4})|(\d{4})-(\d{2})-(\d{2}))/;
const TIME = /^[ ,T]+(\d{1,2}):(\d{2})(?::(\d{2})(\.\d+)?)?\s?(Z|[+-]\d{2}:?\d{2})?$/i;

/**
 * A time as files write it: ISO 8601, or day first with dots; without a zone it is that of whoever reads the file. Null
 * where it cannot be told.
 */
export function takenIn(text: string): Taken | null {
  const day = DAY.exec(text);
  if (!day) return null;
  const [year, month, date] = day[3] ? [day[3], day[2], day[1]] : [day[4], day[5], day[6]];
  const rest = text.slice(day[0].length);
  const time = TIME.exec(rest);
  if (rest && !time) return null;
  const of = (hours: number, minutes: number, seconds: number) =>
    new Date(Number(year), Number(month) - 1, Number(date), hours, minutes, seconds);
  const noon = of(12, 0, 0);
  if (noon.getMonth() !== Number(month) - 1 || noon.getDate() !== Number(date)) return null;
  if (!time) return { from: of(0, 0, 0).toISOString(), to: of(23, 59, 59).toISOString(), zone: false };
  const [, h, m, s = '0', part = '', zone] = time;
  if (Number(h) > 23 || Number(m) > 59 || Number(s) > 59) return null;
  const two = (x: string | undefined) => (x ?? '').padStart(2, '0');
  const at = zone
    ? new Date(`${year}-${two(month)}-${two(date)}T${two(h)}:${m}:${two(s)}${part}${zone.replace(/^([+-]\d{2})(\d{2})$/, '$1:$2')}`) // prettier-ignore
    : new Date(of(Number(h), Number(m), Number(s)).getTime() + Math.round(Number(`0${part}`) * 1000));
  if (Number.isNaN(at.getTime())) return null;
  const instant = at.toISOString();
  return { from: instant, to: instant, zone: zone !== undefined };
}
