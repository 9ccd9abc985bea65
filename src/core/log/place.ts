import type { LogEntry } from '../model/entry';
import { happenedAt } from './effective';

/** How far a log has come: enough to tell that an entry comes after everything in it. */
export interface LogPlace {
  /** The latest instant of any of its entries, taken back or not, in ms; 0 where there are none. */
  ms: number;
  /** The highest number of writing, by device. */
  written: Record<string, number>;
  /** Entries that were taken back before they came. */
  awaited: string[];
}

/** Where a log stands with these entries too; from nothing where it had none. */
export function placeAfter(place: LogPlace | null, entries: readonly LogEntry[]): LogPlace {
  const here = new Set(entries.map((e) => e.id));
  const named = entries.flatMap((e) => (e.kind === 'void' ? [e.data.entry] : []));
  const after: LogPlace = {
    ms: place?.ms ?? 0,
    written: { ...place?.written },
    awaited: [...(place?.awaited ?? []), ...named].filter((id) => !here.has(id)).sort(),
  };
  for (const e of entries) {
    after.ms = Math.max(after.ms, happenedAt(e));
    if (e.device !== undefined && e.written !== undefined)
      after.written[e.device] = Math.max(after.written[e.device] ?? e.written, e.written);
  }
  return after;
}

/**
 * Whether these entries come after everything in a log and change nothing of what it means: a state made of that log
 * goes on with them. One that takes back or was taken back already, is no later, or was written before something of its own device does not.
 *
 * @example
 * continues(place, fresh) ? foldLink(link, terms, fresh, kept) : foldLink(link, terms, [...log, ...fresh])
 */
export const continues = (place: LogPlace, entries: readonly LogEntry[]): boolean =>
  entries.every(
    (e) =>
      e.kind !== 'void' &&
      !place.awaited.includes(e.id) &&
      happenedAt(e) > place.ms &&
      (e.device === undefined ||
        e.written === undefined ||
        place.written[e.device] === undefined ||
        e.written > place.written[e.device]!),
  );
