import { expose } from 'comlink';
import { Contradiction } from '$core/reading/contradiction';
import type { Weights } from '$core/diagnose/catalogue';
import { createEngine } from '$core/diagnose/engine';
import { type DiagnoseInput, type Diagnosis } from '$core/diagnose/types';
import { DEFAULT_COSTS } from '$core/model/costs';
import { followAdvice } from '$core/practice/conversation';
import type { World } from '$core/practice/world';

/** Most memory for indexes on a device, in bytes: those of a few kinds of link, fewer than a phone would miss. */
const MOST_BYTES = 60e6;

const engine = createEngine(undefined, () => performance.now(), MOST_BYTES);

/** A diagnosis, or why no copper fits what was entered. */
export type DiagnosisAnswer = { diagnosis: Diagnosis } | { contradiction: string };

const api = {
  diagnose(input: DiagnoseInput): DiagnosisAnswer {
    try {
      return { diagnosis: engine.diagnose(input) };
    } catch (error) {
      if (error instanceof Contradiction) return { contradiction: error.message };
      throw error;
    }
  },
  /** Takes up weights, and builds the index for a link and no more. */
  prepare(input: Pick<DiagnoseInput, 'link' | 'leads'>, weights: Weights | null): void {
    if (weights) engine.weigh(weights);
    engine.prepare(input);
  },
  /** How the engine goes about a fault that is hidden in a world, to its end. */
  bestWay: (world: World) => followAdvice(engine, world, DEFAULT_COSTS, { at: 'head' }),
};
/** What this worker does. */
export type EngineApi = typeof api;
expose(api);
