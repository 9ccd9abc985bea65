import { parentPort } from 'node:worker_threads';
import { DatabaseUnusable, openDatabase, type Db } from '../db/open';
import { databaseTrouble } from '../db/troubles';
import { Refused } from '../refused';
import { TASKS, type Reply, type Sent } from './tasks';

/** The thread beside the server: does what it is sent, on a connection of its own to the same file. */
const port = parentPort!;
let opening: Promise<Db> | undefined;
const db = () =>
  (opening ??= openDatabase(process.env.GAUNTLET_DB || 'data/gauntlet.db').catch((error: unknown) => {
    opening = undefined;
    throw error;
  }));

port.on('message', ({ id, task, asked }: Sent) => {
  const work = TASKS[task] as (db: () => Promise<Db>, asked: unknown) => Promise<unknown>;
  work(db, asked).then(
    (answer) =>
      port.postMessage({ id, answer } satisfies Reply, answer instanceof Uint8Array ? [answer.buffer as ArrayBuffer] : []), // prettier-ignore
    (error: unknown) => {
      const trouble = error instanceof DatabaseUnusable ? { status: 503, message: error.message } : databaseTrouble(error); // prettier-ignore
      if (trouble) return port.postMessage({ id, refused: { ...trouble, issues: [] } } satisfies Reply); // prettier-ignore
      port.postMessage(
        error instanceof Refused
          ? { id, refused: { message: error.message, issues: error.issues, status: error.status } }
          : ({ id, fault: error instanceof Error ? (error.stack ?? error.message) : String(error) } satisfies Reply), // prettier-ignore
      );
    },
  );
});
