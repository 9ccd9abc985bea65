import { openDB, type DBSchema, type IDBPDatabase } from 'idb';
import type { LogEntry } from '$core/model/entry';
import type { PlanChanges } from '$core/model/plan-changes';

/** An entry that a server kept, and which database: it stays on this device a while, in case that one is put back from a backup. */
export interface SentEntry {
  id: string;
  database: string;
  /** When it was kept, in ms. */
  at: number;
  entry: LogEntry;
  /** How far the clock it is by was ahead then, as the server saw it; missing from what an older build kept. */
  clockErrorMs?: number;
}

/** A picture that a server has. */
export interface SentPicture {
  job: string;
  id: string;
  /** The database that has it, where that was known. */
  database?: string;
  at: number;
  blob: Blob;
}

/** A change of plan that a server took from this device. */
export interface SentChange {
  /** The name of the change, which is that of its entry in the log. */
  id: string;
  job: string;
  /** The database that took it. */
  database: string;
  at: number;
  changes: PlanChanges;
}

/** How long what was sent stays here, and how much of it: longer than anybody goes without a backup. Our judgement. */
const KEPT_DAYS = 14;
const MOST_KEPT = 5000;
const MOST_PICTURES = 200;
const MOST_CHANGES = 500;

interface SentStore extends DBSchema {
  entries: { key: string; value: SentEntry; indexes: { at: number } };
  pictures: { key: string; value: SentPicture; indexes: { at: number } };
  changes: { key: string; value: SentChange; indexes: { at: number } };
}

let opening: Promise<IDBPDatabase<SentStore>> | undefined;
/** A store of its own: what has not reached a server must not wait for this one to be brought up to date. */
function sentStore(): Promise<IDBPDatabase<SentStore>> {
  opening ??= openDB<SentStore>('gauntlet-sent', 3, {
    upgrade(db, before) {
      if (before < 1) db.createObjectStore('entries', { keyPath: 'id' }).createIndex('at', 'at');
      if (before < 2) db.createObjectStore('pictures', { keyPath: 'id' }).createIndex('at', 'at');
      db.createObjectStore('changes', { keyPath: 'id' }).createIndex('at', 'at');
    },
    blocking: (_, __, event) => {
      (event.target as IDBDatabase).close();
      opening = undefined;
    },
    terminated: () => (opening = undefined),
  }).catch((error: unknown) => {
    opening = undefined;
    throw error;
  });
  return opening;
}

/** The time from which what was sent is kept, in ms. */
const oldest = (now: number) => now - KEPT_DAYS * 24 * 3_600_000;

/** Keeps what a server has now, and lets go of what is older than any backup. */
export async function keepSent(entries: readonly SentEntry[], now = Date.now()): Promise<void> {
  await keep('entries', entries, MOST_KEPT, now);
}
/** Keeps a picture that a server has now, where half of what this browser may keep stays free. Rejects where there is no room for it. */
export async function keepSentPicture(picture: SentPicture, now = Date.now()): Promise<void> {
  const { usage = 0, quota = Infinity } = (await navigator.storage?.estimate?.()) ?? {};
  if (usage + picture.blob.size > quota / 2) return;
  await keep('pictures', [picture], MOST_PICTURES, now);
}
/** Keeps a change of plan that a server has now. */
export const keepSentChange = (change: SentChange, now = Date.now()): Promise<void> =>
  keep('changes', [change], MOST_CHANGES, now);
async function keep<N extends 'entries' | 'pictures' | 'changes'>(
  name: N,
  list: readonly SentStore[N]['value'][],
  most: number,
  now: number,
): Promise<void> {
  const tx = (await sentStore()).transaction(name as 'entries', 'readwrite');
  const byTime = tx.store.index('at');
  for (const e of list) void tx.store.put(e as SentEntry);
  for (const id of await byTime.getAllKeys(IDBKeyRange.upperBound(oldest(now), true)))
    void tx.store.delete(id);
  const over = (await tx.store.count()) - most;
  if (over > 0) for (const id of await byTime.getAllKeys(undefined, over)) void tx.store.delete(id);
  await tx.done;
}

/** Pictures of a job that were sent lately. */
export const sentPictures = async (job: string, now = Date.now()): Promise<SentPicture[]> =>
  (await (await sentStore()).getAllFromIndex('pictures', 'at', IDBKeyRange.lowerBound(oldest(now)))).filter(
    (p) => p.job === job,
  );

/** What was sent lately, in the order in which it was. */
export const sentEntries = async (now = Date.now()): Promise<SentEntry[]> =>
  (await sentStore()).getAllFromIndex('entries', 'at', IDBKeyRange.lowerBound(oldest(now)));

/** Changes of a job's plan that a database took lately from this device, in the order in which it did. */
export const sentChanges = async (job: string, database: string, now = Date.now()): Promise<SentChange[]> =>
  (await (await sentStore()).getAllFromIndex('changes', 'at', IDBKeyRange.lowerBound(oldest(now)))).filter(
    (c) => c.job === job && c.database === database,
  );

/** Lets go of changes of a plan. */
export async function dropSentChanges(ids: readonly string[]): Promise<void> {
  const tx = (await sentStore()).transaction('changes', 'readwrite');
  await Promise.all([...ids.map((id) => tx.store.delete(id)), tx.done]);
}

/** Lets go of some of it. */
export async function dropSent(ids: readonly string[]): Promise<void> {
  const tx = (await sentStore()).transaction('entries', 'readwrite');
  await Promise.all([...ids.map((id) => tx.store.delete(id)), tx.done]);
}

/** Lets go of all of it: what has not reached a server wants the room. */
export async function forgetSent(): Promise<void> {
  const store = await sentStore();
  await Promise.all([store.clear('entries'), store.clear('pictures'), store.clear('changes')]);
}
