import { createEngine, type Engine } from '$core/diagnose/engine';
import { CONNECTOR_CLASSES } from '$core/wiring/connector';
import { SCHEMES } from '$core/wiring/schemes';

let engine: Engine | undefined;
let warming: Promise<void> | undefined;

/** The server's diagnosis engine, made at its first use and kept. */
export const diagnosisEngine = (): Engine => (engine ??= createEngine(undefined, () => performance.now()));

/** Pages come first: building begins this long after the start, and rests this long after each index, in ms. */
const WARM_UP = { after: 8000, rest: 400 };

/** Builds every index ahead of the first question, one at a time, so that none has to wait for long. */
export function warmUp(): Promise<void> {
  warming ??= (async () => {
    await pause(WARM_UP.after);
    for (const ordered of ['straight', 'crossover'] as const)
      for (const scheme of [...SCHEMES].reverse())
        for (const head of CONNECTOR_CLASSES)
          for (const tail of CONNECTOR_CLASSES) {
            await pause(WARM_UP.rest);
            diagnosisEngine().prepare({
              head: { connector: head, scheme },
              tail: { connector: tail, scheme },
              ordered,
              shielded: false,
            });
          }
  })();
  return warming;
}

/** Waits without keeping the process alive for it. */
const pause = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms).unref());
