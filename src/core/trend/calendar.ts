import type { Policy } from '../model/job';

/** Working days where a job says nothing: Monday to Friday, six hours at the work, two people. Our judgement. */
export const USUAL_WORKING = {
  days: [1, 2, 3, 4, 5],
  hours: 6,
  people: 2,
} as const satisfies Policy['working'];

/** When a job is worked on. */
export type Working = NonNullable<Policy['working']>;

/** An ISO day so many days after another. */
export const dayAfter = (day: string, days: number): string =>
  new Date(Date.parse(`${day}T00:00:00Z`) + days * 86_400_000).toISOString().slice(0, 10);

/** Minutes of work on a day, all people together: none on a day off, fewer while somebody is away. */
export function minutesOn({ days, hours, people, away = [] }: Working, day: string): number {
  // ISO 8601: Monday is 1, Sunday is 7.
  const weekday = new Date(`${day}T00:00:00Z`).getUTCDay() || 7;
  if (!days.includes(weekday)) return 0;
  const gone = new Set(away.filter((a) => a.from <= day && day <= a.to).map((a) => a.person));
  return Math.max(0, people - gone.size) * hours * 60;
}

/** No work is reckoned further ahead than so many days. */
const MOST_DAYS = 3000;

/** The day on which so many minutes of work are done, begun the day after `today`; null where that is never. */
export function dayDone(working: Working, today: string, minutes: number): string | null {
  let left = minutes;
  let day = today;
  for (let i = 0; i < MOST_DAYS; i++) {
    if (left <= 0) return day;
    day = dayAfter(day, 1);
    left -= minutesOn(working, day);
  }
  return left <= 0 ? day : null;
}
