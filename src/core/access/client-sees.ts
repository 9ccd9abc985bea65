import type { LogEntry } from '../model/entry';

/** Kinds of entries that are about people learning and nobody's work. */
const NOT_FOR_CLIENTS: ReadonlySet<LogEntry['kind']> = new Set(['drilled']);

/** A log as a client sees it: what was done and found, and nothing of how long anybody took or what they are learning. */
export function seenByClient<E extends LogEntry>(entries: readonly E[]): E[] {
  return entries.flatMap((e) => {
    if (NOT_FOR_CLIENTS.has(e.kind)) return [];
    if (!('minutes' in e.data) && !('seconds' in e.data)) return [e];
    const { minutes: _, ...data } = e.data as { minutes?: number };
    return [{ ...e, data: 'seconds' in data ? { ...data, seconds: 0 } : data } as E];
  });
}
