import type { BestBoxes } from '$core/kit/box-programme';
import { newBoxes, planBoxes } from '$core/kit/boxes';
import { proxy } from 'comlink';
import { InWorker, plain } from '$lib/device/in-worker';
import type { AskedBoxes, BoxesApi } from './boxes.worker';

/** A cutting that begins with the rule and gets better while it is looked at: in a worker, and stopped by a press. */
export class BetterBoxes {
  plan = $state.raw<BestBoxes>({ boxes: [], least: 0, tooLong: [], proven: true });
  looking = $state(false);
  private worker: InWorker<BoxesApi> | undefined;

  /** Cuts anew: what the rule gives at once, and then better. Without the solver, as offline before it was loaded, the rule stays. */
  ask({ cuts, box, parts }: AskedBoxes): void {
    this.stop();
    const rule = planBoxes(cuts, box, parts);
    this.plan = { ...rule, proven: newBoxes(rule.boxes) <= rule.least };
    if (this.plan.proven) return;
    this.looking = true;
    const worker = (this.worker = new InWorker<BoxesApi>(
      () => new Worker(new URL('./boxes.worker.ts', import.meta.url), { type: 'module' }),
    ));
    /** Of a question that was stopped or overtaken nothing is taken in. */
    const take = (plan: BestBoxes) => {
      if (this.worker === worker) this.plan = plan;
    };
    worker
      .ask((api) => api.best(plain({ cuts, box, parts }), proxy(take)))
      .then(take, () => {})
      .finally(() => {
        if (this.worker === worker) this.stop();
      });
  }
  /** It is good enough: what was found so far stays. */
  stop(): void {
    this.looking = false;
    const { worker } = this;
    this.worker = undefined;
    worker?.end();
  }
}
