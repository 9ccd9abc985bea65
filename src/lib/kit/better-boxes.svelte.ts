import type { BestBoxes } from '$core/kit/box-programme';
import { newBoxes, planBoxes } from '$core/kit/boxes';
import type { AskedBoxes } from './boxes.worker';

/** A cutting that begins with the rule and gets better while it is looked at: in a worker, and stopped by a press. */
export class BetterBoxes {
  plan = $state.raw<BestBoxes>({ boxes: [], least: 0, tooLong: [], proven: true });
  looking = $state(false);
  private worker: Worker | undefined;

  /** Cuts anew: what the rule gives at once, and then better. Without the solver, as offline before it was loaded, the rule stays. */
  ask({ cuts, box, parts }: AskedBoxes): void {
    this.stop();
    const rule = planBoxes(cuts, box, parts);
    this.plan = { ...rule, proven: newBoxes(rule.boxes) <= rule.least };
    if (this.plan.proven) return;
    this.looking = true;
    const worker = (this.worker = new Worker(new URL('./boxes.worker.ts', import.meta.url), {
      type: 'module',
    }));
    worker.onmessage = ({ data }: MessageEvent<{ plan?: BestBoxes; done: boolean }>) => {
      if (data.plan) this.plan = data.plan;
      if (data.done) this.stop();
    };
    worker.onerror = () => this.stop();
    worker.postMessage(JSON.parse(JSON.stringify({ cuts, box, parts })));
  }
  /** It is good enough: what was found so far stays. */
  stop(): void {
    this.looking = false;
    this.worker?.terminate();
    this.worker = undefined;
  }
}
