import { wrap, type Remote } from 'comlink';

/**
 * Functions that run off the main thread, in a worker that is begun when it is first asked. Every question settles: with
 * the answer, with what was thrown, or with an error where the worker itself died, which the next question begins anew.
 *
 * @example
 * const engine = new InWorker<EngineApi>(() => new Worker(new URL('./worker.ts', import.meta.url), { type: 'module' }));
 * const answer = await engine.ask((api) => api.diagnose(input));
 */
export class InWorker<T> {
  private alive: { worker: Worker; api: Remote<T>; died: Promise<never>; die: (why: Error) => void } | null =
    null;

  constructor(private readonly make: () => Worker) {}

  private begin() {
    const worker = this.make();
    let die: (why: Error) => void = () => {};
    const died = new Promise<never>((_, reject) => (die = reject));
    // Nobody may be asking when it dies.
    died.catch(() => {});
    const began = { worker, api: wrap<T>(worker), died, die };
    worker.onerror = (event) => this.stop(began, new Error(event.message || 'The worker could not be started.')); // prettier-ignore
    worker.onmessageerror = () => this.stop(began, new Error('The worker’s answer could not be read.'));
    return began;
  }
  private stop(which: NonNullable<typeof this.alive>, why: Error): void {
    which.worker.terminate();
    if (this.alive === which) this.alive = null;
    which.die(why);
  }

  /** Asks the worker. */
  ask<R>(question: (api: Remote<T>) => Promise<R>): Promise<R> {
    const { api, died } = (this.alive ??= this.begin());
    return Promise.race([question(api), died]);
  }
  /** Ends the worker; what was asked and not answered is refused. */
  end(): void {
    if (this.alive) this.stop(this.alive, new Error('The worker was ended.'));
  }
}

/** Asks a worker of its own, which ends with its answer. */
export async function onceInWorker<T, R>(
  make: () => Worker,
  question: (api: Remote<T>) => Promise<R>,
): Promise<R> {
  const worker = new InWorker<T>(make);
  try {
    return await worker.ask(question);
  } finally {
    worker.end();
  }
}

/** What is asked, without the proxies of the interface: a worker is sent plain values alone. */
export const plain = <V>(value: V): V => JSON.parse(JSON.stringify(value)) as V;
