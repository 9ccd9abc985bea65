import type { Entry, LogEntry } from './entry';

/** Whether an entry is about one link, and not about the job as a whole. */
export const ofLink = (e: LogEntry): e is Entry => 'link' in e && e.link !== undefined;
