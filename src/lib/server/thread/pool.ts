import { Worker } from 'node:worker_threads';
import { database } from '../db';
import { Refused } from '../refused';
import type { Answered, Asked, Reply, Sent, Task } from './tasks';

/**
 * Threads: questions that are answered while somebody waits with a tester in the hand, what takes seconds, and whole jobs
 * that come in and go out. Each has at most so many waiting, and none of them longer than so many seconds: a thread that hangs is ended and begun anew.
 */
const LANES = {
  quick: { most: 64, seconds: 60 },
  long: { most: 4, seconds: 180 },
  whole: { most: 4, seconds: 600 },
} as const;
type LaneName = keyof typeof LANES;
const LANE_OF: Record<Task, LaneName> = {
  'warm-up': 'quick',
  diagnose: 'quick',
  'simulated-tester': 'quick',
  history: 'quick',
  record: 'long',
  'history-file': 'long',
  trend: 'long',
  kit: 'long',
  'import-job': 'whole',
  'copy-job': 'whole',
  'export-job': 'whole',
};

const busy = () => new Refused('The server has its hands full: wait a moment and do it again.', [], 503);

class Lane {
  private worker: Worker | undefined;
  private readonly waiting = new Map<number, { resolve: (answer: unknown) => void; reject: (error: unknown) => void }>(); // prettier-ignore
  private asked = 0;

  constructor(
    private readonly file: string,
    private readonly most: number,
    private readonly seconds: number,
  ) {}

  ask(task: Task, asked: unknown): Promise<unknown> {
    if (this.waiting.size >= this.most) return Promise.reject(busy());
    const id = ++this.asked;
    return new Promise((resolve, reject) => {
      // Nobody waits for the warm-up: it goes in small steps, and takes as long as a slow machine takes.
      const late =
        task === 'warm-up'
          ? undefined
          : setTimeout(() => this.end(new Error(`${task} took longer than ${this.seconds} s`)), this.seconds * 1000).unref(); // prettier-ignore
      const settle =
        <T>(then: (value: T) => void) =>
        (value: T) => {
          clearTimeout(late);
          this.waiting.delete(id);
          then(value);
        };
      this.waiting.set(id, { resolve: settle(resolve), reject: settle(reject) });
      this.thread().postMessage({ id, task, asked } satisfies Sent, handedOver(asked));
    });
  }

  private thread(): Worker {
    if (this.worker) return this.worker;
    const worker = new Worker(this.file);
    worker.unref();
    worker.on('message', (reply: Reply) => {
      const asker = this.waiting.get(reply.id);
      if (!asker) return;
      if ('answer' in reply) asker.resolve(reply.answer);
      else if ('refused' in reply)
        asker.reject(new Refused(reply.refused.message, reply.refused.issues, reply.refused.status)); // prettier-ignore
      else asker.reject(new Error(reply.fault));
    });
    worker.on('error', (error) => this.end(error));
    worker.on('exit', () => worker === this.worker && this.end(new Error('the thread has ended')));
    return (this.worker = worker);
  }

  /** Ends the thread: whoever waits is told to ask again, and the next question begins another. */
  private end(cause: unknown): void {
    console.error(cause);
    const { worker } = this;
    this.worker = undefined;
    void worker?.terminate();
    for (const asker of [...this.waiting.values()]) asker.reject(busy());
  }
}

/** Bytes that are asked about go over to the thread instead of being copied; whoever asked has no use for them any more. */
const handedOver = (asked: unknown): ArrayBuffer[] =>
  Object.values(asked ?? {}).flatMap((x) =>
    x instanceof Uint8Array && x.byteLength === x.buffer.byteLength ? [x.buffer as ArrayBuffer] : [],
  );

const lanes = new Map<LaneName, Lane>();
function laneOf(task: Task, file: string): Lane {
  const name = LANE_OF[task];
  const lane = lanes.get(name) ?? new Lane(file, LANES[name].most, LANES[name].seconds);
  lanes.set(name, lane);
  return lane;
}

/**
 * Does something long beside the server, so that others are answered meanwhile. Throws what the task throws, and `Refused`
 * (503) where too much waits already. Without a built thread, as in tests of a part, it is done here.
 */
export async function beside<T extends Task>(task: T, asked: Asked<T>): Promise<Answered<T>> {
  const file = process.env.GAUNTLET_THREAD;
  if (file) return (await laneOf(task, file).ask(task, asked)) as Answered<T>;
  const { TASKS } = await import('./tasks');
  const work = TASKS[task] as (db: typeof database, asked: Asked<T>) => Promise<Answered<T>>;
  return work(database, asked);
}
