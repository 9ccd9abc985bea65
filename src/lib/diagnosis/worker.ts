import { Contradiction } from '$core/reading/contradiction';
import type { Weights } from '$core/diagnose/catalogue';
import { createEngine } from '$core/diagnose/engine';
import { type DiagnoseInput } from '$core/diagnose/types';

/** Most memory for indexes on a device, in bytes: those of a few kinds of link, fewer than a phone would miss. */
const MOST_BYTES = 60e6;

const engine = createEngine(undefined, () => performance.now(), MOST_BYTES);

/** Answers `{ id, input }` with `{ id, diagnosis }` or `{ id, contradiction }`; `weights` replaces those it had, `prepareOnly` builds the index and no more. */
self.onmessage = ({
  data,
}: MessageEvent<{ id: number; input: DiagnoseInput; prepareOnly?: boolean; weights?: Weights }>) => {
  try {
    if (data.weights) engine.weigh(data.weights);
    if (data.prepareOnly) {
      engine.prepare(data.input);
      self.postMessage({ id: data.id });
    } else self.postMessage({ id: data.id, diagnosis: engine.diagnose(data.input) });
  } catch (error) {
    if (error instanceof Contradiction) self.postMessage({ id: data.id, contradiction: error.message });
    else throw error;
  }
};
