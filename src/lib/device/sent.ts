import { openDB, type DBSchema, type IDBPDatabase } from 'idb';
import type { LogEntry } from '$core/model/entry';

/** An entry that a server kept, and which database: it stays on this device a while, in case that one is put back from a backup. */
export interface SentEntry {
  id: string;
  database: string;
  /** When it was kept, in ms. */
  at: number;
  entry: LogEntry;
}

/** How long what was sent stays here, and how much of it: longer than anybody goes without a backup. Our judgement. */
const KEPT_DAYS = 14;
const MOST_KEPT = 5000;

interface SentStore extends DBSchema {
  entries: { key: string; value: SentEntry; indexes: { at: number } };
}

let opening: Promise<IDBPDatabase<SentStore>> | undefined;
/** A store of its own: what has not reached a server must not wait for this one to be brought up to date. */
function sentStore(): Promise<IDBPDatabase<SentStore>> {
  opening ??= openDB<SentStore>('gauntlet-sent', 1, {
    upgrade: (db) => void db.createObjectStore('entries', { keyPath: 'id' }).createIndex('at', 'at'),
    blocking: (_, __, event) => (event.target as IDBDatabase).close(),
    terminated: () => (opening = undefined),
  }).catch((error: unknown) => {
    opening = undefined;
    throw error;
  });
  return opening;
}

/** Keeps what a server has now. A device that has no room for it works without. */
export async function keepSent(entries: readonly SentEntry[]): Promise<void> {
  const tx = (await sentStore()).transaction('entries', 'readwrite');
  await Promise.all([...entries.map((e) => tx.store.put(e)), tx.done]);
}

/** What was sent lately, in the order in which it was. What is older is let go of. */
export async function sentEntries(now = Date.now()): Promise<SentEntry[]> {
  const store = await sentStore();
  const list = await store.getAllFromIndex('entries', 'at');
  const since = now - KEPT_DAYS * 24 * 3_600_000;
  const over = list.filter((e, i) => e.at < since || i < list.length - MOST_KEPT);
  await dropSent(over.map((e) => e.id));
  return list.slice(over.length);
}

/** Lets go of some of it. */
export async function dropSent(ids: readonly string[]): Promise<void> {
  const tx = (await sentStore()).transaction('entries', 'readwrite');
  await Promise.all([...ids.map((id) => tx.store.delete(id)), tx.done]);
}

/** Lets go of all of it: what has not reached a server wants the room. */
export async function forgetSent(): Promise<void> {
  await (await sentStore()).clear('entries');
}
