import { createEngine, type Engine } from '$core/diagnose/engine';

let engine: Engine | undefined;

/** The server's diagnosis engine, made at its first use and kept. */
export const diagnosisEngine = (): Engine => (engine ??= createEngine(undefined, () => performance.now()));
