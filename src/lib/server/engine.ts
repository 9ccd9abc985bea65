import { createEngine, type Engine } from '$core/diagnose/engine';
import { CONNECTOR_CLASSES } from '$core/wiring/connector';
import { SCHEMES } from '$core/wiring/schemes';

let engine: Engine | undefined;
let warming: Promise<void> | undefined;

/** The server's diagnosis engine, made at its first use and kept. */
export const diagnosisEngine = (): Engine => (engine ??= createEngine(undefined, () => performance.now()));

/** Builds every index ahead of the first question, one at a time, so that none has to wait for long. */
export function warmUp(): Promise<void> {
  warming ??= (async () => {
    for (const ordered of ['straight', 'crossover'] as const)
      for (const scheme of [...SCHEMES].reverse())
        for (const head of CONNECTOR_CLASSES)
          for (const tail of CONNECTOR_CLASSES) {
            await new Promise((resolve) => setTimeout(resolve, 20));
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
