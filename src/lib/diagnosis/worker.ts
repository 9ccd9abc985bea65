import { Contradiction } from '$core/reading/contradiction';
import type { Weights } from '$core/diagnose/catalogue';
import { createEngine } from '$core/diagnose/engine';
import { type DiagnoseInput } from '$core/diagnose/types';

const engine = createEngine(undefined, () => performance.now());

/** Answers `{ id, input }` with `{ id, diagnosis }` or `{ id, contradiction }`; `weights` replaces those it had, `prepareOnly` builds the index and no more. */
self.onmessage = ({
  data,
}: MessageEvent<{ id: number; input: DiagnoseInput; prepareOnly?: boolean; weights?: Weights }>) => {
  try {
    if (data.weights) engine.weigh(data.weights);
    if (data.prepareOnly) {
      engine.prepare(data.input.link);
      self.postMessage({ id: data.id });
    } else self.postMessage({ id: data.id, diagnosis: engine.diagnose(data.input) });
  } catch (error) {
    if (error instanceof Contradiction) self.postMessage({ id: data.id, contradiction: error.message });
    else throw error;
  }
};
