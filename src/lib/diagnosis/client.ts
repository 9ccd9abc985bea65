import type { Weights } from '$core/diagnose/catalogue';
import type { DiagnoseInput } from '$core/diagnose/types';
import type { Conversation } from '$core/practice/conversation';
import type { World } from '$core/practice/world';
import { InWorker } from '$lib/device/in-worker';
import type { DiagnosisAnswer, EngineApi } from './worker';

export type { DiagnosisAnswer };

let sentWeights = '';
const engine = new InWorker<EngineApi>(() => {
  // One that is begun anew knows none.
  sentWeights = '';
  return new Worker(new URL('./worker.ts', import.meta.url), { type: 'module' });
});

/** Diagnoses in the worker, by the same core as the server; needs no server. Throws where this device cannot. */
export const diagnoseHere = (input: DiagnoseInput): Promise<DiagnosisAnswer> =>
  engine.ask((api) => api.diagnose(input) as Promise<DiagnosisAnswer>);

/** How the engine would go about a fault that is hidden in a world, from its head to a pass. */
export const bestWayHere = (world: World): Promise<Conversation> => engine.ask((api) => api.bestWay(world));

/** Has the worker take up the job's weights and build what it needs for such a link, before there is a reading. */
export function prepareHere(input: Pick<DiagnoseInput, 'link' | 'leads'>, weights: Weights): void {
  const weighing = JSON.stringify(weights);
  void engine
    .ask((api) => {
      const fresh = weighing === sentWeights ? null : (JSON.parse(weighing) as Weights);
      sentWeights = weighing;
      return api.prepare(input, fresh);
    })
    // Whoever asks for a diagnosis next is told.
    .catch(() => {});
}
