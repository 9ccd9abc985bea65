import { createEngine, type Engine } from '$core/diagnose/engine';
import { CONNECTOR_CLASSES } from '$core/wiring/connector';
import { SCHEMES } from '$core/wiring/schemes';

let engine: Engine | undefined;
let warming: Promise<void> | undefined;

/** The server's diagnosis engine, made at its first use and kept. */
export const diagnosisEngine = (): Engine => (engine ??= createEngine(undefined, () => performance.now()));

/** Pages come first: building begins this long after the start, and rests this long after each step, in ms. */
const WARM_UP = { after: 1000, rest: 4 };

/** Builds every index ahead of the first question, in small steps, so that nobody has to wait for it. */
export function warmUp(): Promise<void> {
  warming ??= (async () => {
    await pause(WARM_UP.after);
    for (const ordered of ['straight', 'crossover'] as const)
      for (const scheme of [...SCHEMES].reverse())
        for (const head of CONNECTOR_CLASSES)
          for (const tail of CONNECTOR_CLASSES) {
            const spec = {
              head: { connector: head, scheme },
              tail: { connector: tail, scheme },
              ordered,
              shielded: false,
            };
            const steps = diagnosisEngine().prepareInSteps(spec);
            while (!steps.next().done) await pause(WARM_UP.rest);
          }
  })();
  return warming;
}

/** Waits without keeping the process alive for it. */
const pause = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms).unref());
