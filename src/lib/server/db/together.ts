import { setImmediate as turn } from 'node:timers/promises';
import type { Transaction } from 'kysely';
import type { Db } from './open';
import type { Database } from './schema';

type Trx = Transaction<Database>;
interface Waiting {
  work: (trx: Trx) => Promise<unknown>;
  resolve: (value: never) => void;
  reject: (error: unknown) => void;
}

const waiting = new WeakMap<Db, Waiting[]>();
/** Most pieces of work in one transaction: others read between two. */
const MOST_TOGETHER = 40;

/**
 * Does a piece of work in a transaction that it shares with whatever else waits to write, so that they wait for the disk
 * once. Settled when the transaction is on disk. Where one piece throws, all of them are taken back and each is done again
 * by itself: a piece keeps nothing outside of the database before it is settled.
 *
 * @example
 * const kept = await together(db, (trx) => keep(trx, entries)); // kept on disk
 */
export function together<T>(db: Db, work: (trx: Trx) => Promise<T>): Promise<T> {
  return new Promise<T>((resolve, reject) => {
    const mine = { work, resolve, reject };
    const queue = waiting.get(db);
    if (queue) queue.push(mine);
    else {
      waiting.set(db, [mine]);
      void drain(db);
    }
  });
}

async function drain(db: Db): Promise<void> {
  const queue = waiting.get(db)!;
  while (queue.length) {
    // What was answered now sends its next: it goes along.
    await turn();
    await write(db, queue.splice(0, MOST_TOGETHER));
  }
  waiting.delete(db);
}

async function write(db: Db, group: readonly Waiting[]): Promise<void> {
  let begun = false;
  let done: unknown[];
  try {
    done = await db.transaction().execute(async (trx) => {
      begun = true;
      const done: unknown[] = [];
      for (const { work } of group) done.push(await work(trx));
      return done;
    });
  } catch (error) {
    if (group.length === 1 || !begun) for (const { reject } of group) reject(error);
    else for (const one of group) await write(db, [one]);
    return;
  }
  group.forEach(({ resolve }, i) => resolve(done[i] as never));
}
