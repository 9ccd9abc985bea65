import type { EntryOf, LogEntry } from '../model/entry';

/** Work on an end: made, done again, or put right. */
export type Work = EntryOf<'seated'> | EntryOf<'redone'>;

/** Whether an entry is a making of an end. What is put right without a connector or a punch makes nothing anew. */
export const isMaking = (e: LogEntry): e is Work =>
  e.kind === 'seated' ||
  (e.kind === 'redone' && !(e.data.action === 'repunch' && e.data.contacts?.length === 0));
