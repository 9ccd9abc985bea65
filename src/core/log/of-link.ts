import type { Entry, LogEntry } from '../formats/entry';

/** Whether an entry is about one link, and not about the job's tools. */
export const ofLink = (e: LogEntry): e is Entry => 'link' in e && e.link !== undefined;
