import type { Weights } from '$core/diagnose/catalogue';
import type { DiagnoseInput, Diagnosis } from '$core/diagnose/types';
import type { Conversation } from '$core/practice/conversation';
import type { World } from '$core/practice/world';

/** A diagnosis, or why no copper fits what was entered. */
export type DiagnosisAnswer = { diagnosis: Diagnosis } | { contradiction: string };

let worker: Worker | undefined;
let asked = 0;
let sentWeights = '';
const waiting = new Map<number, (answer: DiagnosisAnswer) => void>();

function theWorker(): Worker {
  if (worker) return worker;
  worker = new Worker(new URL('./worker.ts', import.meta.url), { type: 'module' });
  worker.onmessage = ({ data }: MessageEvent<{ id: number } & DiagnosisAnswer>) => {
    waiting.get(data.id)?.(data);
    waiting.delete(data.id);
  };
  return worker;
}

/** Diagnoses in the worker, by the same core as the server; needs no server. */
export function diagnoseHere(input: DiagnoseInput): Promise<DiagnosisAnswer> {
  const id = ++asked;
  theWorker().postMessage({ id, input });
  return new Promise((resolve) => waiting.set(id, resolve));
}

/** How the engine would go about a fault that is hidden in a world, from its head to a pass. */
export function bestWayHere(world: World): Promise<Conversation> {
  const id = ++asked;
  theWorker().postMessage({ id, world });
  return new Promise((resolve) => waiting.set(id, (answer) => resolve((answer as unknown as { way: Conversation }).way))); // prettier-ignore
}

/** Has the worker take up the job's weights and build what it needs for such a link, before there is a reading. */
export function prepareHere(input: Pick<DiagnoseInput, 'link' | 'leads'>, weights: Weights): void {
  const weighing = JSON.stringify(weights);
  theWorker().postMessage({
    id: ++asked,
    input,
    prepareOnly: true,
    ...(weighing === sentWeights ? {} : { weights: JSON.parse(weighing) as Weights }),
  });
  sentWeights = weighing;
}
