import { Contradiction } from '$core/reading/contradiction';
import type { Weights } from '$core/diagnose/catalogue';
import { createEngine } from '$core/diagnose/engine';
import { type DiagnoseInput } from '$core/diagnose/types';
import { DEFAULT_COSTS } from '$core/model/costs';
import { followAdvice } from '$core/practice/conversation';
import type { World } from '$core/practice/world';

/** Most memory for indexes on a device, in bytes: those of a few kinds of link, fewer than a phone would miss. */
const MOST_BYTES = 60e6;

const engine = createEngine(undefined, () => performance.now(), MOST_BYTES);

/** Answers `{ id, input }` with `{ id, diagnosis }` or `{ id, contradiction }`; `weights` replaces those it had, `prepareOnly` builds the index and no more; a `world` is gone through to its end by the engine's own advice. */
self.onmessage = ({
  data,
}: MessageEvent<{
  id: number;
  input: DiagnoseInput;
  world?: World;
  prepareOnly?: boolean;
  weights?: Weights;
}>) => {
  try {
    if (data.weights) engine.weigh(data.weights);
    if (data.world)
      self.postMessage({ id: data.id, way: followAdvice(engine, data.world, DEFAULT_COSTS, { at: 'head' }) });
    else if (data.prepareOnly) {
      engine.prepare(data.input);
      self.postMessage({ id: data.id });
    } else self.postMessage({ id: data.id, diagnosis: engine.diagnose(data.input) });
  } catch (error) {
    if (error instanceof Contradiction) self.postMessage({ id: data.id, contradiction: error.message });
    else throw error;
  }
};
