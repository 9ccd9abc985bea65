import { openDB, type DBSchema, type IDBPDatabase } from 'idb';
import type { LogEntry } from '$core/model/entry';
import { forgetSent } from './sent';

/** An entry on this device: waiting for the server, or refused by it with its reason. `n` is the order it was written in. */
export interface KeptEntry {
  id: string;
  job: string;
  n: number;
  entry: LogEntry;
  state: 'waiting' | 'refused';
  message?: string;
  /** The database of which its job was open when it was written; missing from what an older build kept. */
  database?: string;
  clock?: ItsClock;
}

/**
 * The clock that an entry is by, where it is not this device's of now: of another device, so far ahead of this one; or one
 * that was so far ahead when the server had the entry before. In ms.
 */
export type ItsClock = { aheadOfThisMs: number } | { errorMs: number };

interface DeviceStore extends DBSchema {
  entries: { key: string; value: KeptEntry; indexes: { job: string } };
  photos: { key: string; value: { job: string; id: string; blob: Blob; refused?: string } };
  drafts: { key: string; value: unknown };
}

let opening: Promise<IDBPDatabase<DeviceStore>> | undefined;

/** The one store of this device; opened once. Rejects where a browser keeps nothing, as in a private window. */
export function deviceStore(): Promise<IDBPDatabase<DeviceStore>> {
  opening ??= openDB<DeviceStore>('gauntlet', 1, {
    upgrade(db) {
      db.createObjectStore('entries', { keyPath: 'id' }).createIndex('job', 'job');
      db.createObjectStore('photos');
      db.createObjectStore('drafts');
    },
    terminated: () => (opening = undefined),
  }).catch((error: unknown) => {
    opening = undefined;
    throw error;
  });
  return opening;
}

/** Writes that are only said to be done once they lie on the disk: a battery that dies takes nothing of them. */
const STRICT = { durability: 'strict' } as const;

/** What browsers call it when there is no room. */
const NO_ROOM: ReadonlySet<string> = new Set(['QuotaExceededError', 'AbortError', 'UnknownError']);
/** Whether a browser refused to keep something for want of room. */
export const lacksRoom = (error: unknown): boolean => NO_ROOM.has((error as Error).name);

/** Puts entries into this device's keeping; resolves once they lie on its disk. */
export async function putEntries(entries: readonly KeptEntry[]): Promise<void> {
  try {
    await put(entries);
  } catch (error) {
    if (!lacksRoom(error)) throw error;
    // What the server has already may have taken it.
    await forgetSent();
    await put(entries);
  }
}
async function put(entries: readonly KeptEntry[]): Promise<void> {
  const tx = (await deviceStore()).transaction('entries', 'readwrite', STRICT);
  await Promise.all([...entries.map((e) => tx.store.put(e)), tx.done]);
}

/** Lets go of entries that the server has. */
export async function dropEntries(ids: readonly string[]): Promise<void> {
  const tx = (await deviceStore()).transaction('entries', 'readwrite', STRICT);
  await Promise.all([...ids.map((id) => tx.store.delete(id)), tx.done]);
}

/** Entries this device keeps, of one job or of all, in the order in which they were written. */
export async function keptEntries(job?: string): Promise<KeptEntry[]> {
  const db = await deviceStore();
  const list =
    job === undefined ? await db.getAll('entries') : await db.getAllFromIndex('entries', 'job', job);
  return list.sort((a, b) => a.n - b.n);
}
