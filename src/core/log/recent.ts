import type { EntryOf } from '../model/entry';
import type { Projection } from './projection';

/** How many of the last readings are kept in view, to see patterns over them. Our judgement. */
export const RECENT_READINGS = 60;

/** The last readings of a job that count, oldest first, as a projection of its log. */
export const recentReadings: Projection<EntryOf<'reading'>[]> = {
  kinds: ['reading'],
  init: () => [],
  step: (readings, e) => (e.kind === 'reading' ? [...readings, e].slice(-RECENT_READINGS) : readings),
};
