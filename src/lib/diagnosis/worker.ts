import { createEngine } from '$core/diagnose/engine';
import { Contradiction, type DiagnoseInput } from '$core/diagnose/types';

const engine = createEngine(undefined, () => performance.now());

/** Answers `{ id, input }` with `{ id, diagnosis }` or `{ id, contradiction }`; without a walk it only builds the index. */
self.onmessage = ({ data }: MessageEvent<{ id: number; input: DiagnoseInput; prepareOnly?: boolean }>) => {
  try {
    if (data.prepareOnly) {
      engine.prepare(data.input.link);
      self.postMessage({ id: data.id });
    } else self.postMessage({ id: data.id, diagnosis: engine.diagnose(data.input) });
  } catch (error) {
    if (error instanceof Contradiction) self.postMessage({ id: data.id, contradiction: error.message });
    else throw error;
  }
};
