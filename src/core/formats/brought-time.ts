import type { EntryOf } from '../model/entry';
import type { ReadReading } from './readings-csv';

/** What was said of the times in a file of readings. */
export interface SaidOfTimes {
  /** Somebody looked at the clock they are by. */
  looked: boolean;
  /** How far that clock is ahead, in ms. */
  aheadMs: number;
  /** The instant after which all readings were taken that say none, in ms; null where nobody said it. */
  sinceMs: number | null;
}

/** When a reading that is brought was taken, and why that may not be believed: nothing where it can be. */
export interface BroughtTime {
  /** An instant; none where neither the file nor a person says it: it then counts as of now. */
  at?: string;
  clock?: NonNullable<EntryOf<'reading'>['data']['brought']>['clock'];
}

/**
 * When a reading of a file was taken, by the file and by what was said of its times. A day alone is put right by the clock's
 * error as an hour is: a clock that is ahead begins its days too early. A fail without a time counts as of now, so that it
 * takes more back and not less.
 *
 * @example
 * broughtTime(row, { looked: false, aheadMs: 0, sinceMs: null }) // { at: '2026-11-20T09:12:00.000Z', clock: 'unchecked' }
 */
export function broughtTime(
  { takenAt, verdict }: Pick<ReadReading, 'takenAt' | 'verdict'>,
  { looked, aheadMs, sinceMs }: SaidOfTimes,
): BroughtTime {
  if (takenAt !== undefined)
    return {
      at: aheadMs ? new Date(Date.parse(takenAt) - aheadMs).toISOString() : takenAt,
      ...(looked ? {} : { clock: 'unchecked' }),
    };
  return sinceMs === null || verdict === 'fail' ? { clock: 'none' } : { at: new Date(sinceMs).toISOString() };
}
