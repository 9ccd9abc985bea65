import loadHighs from 'highs';
import runtime from 'highs/runtime?url';
import { bestBoxes, type Solve } from '$core/kit/box-programme';
import type { CableToCut } from '$core/kit/boxes';
import { randomFrom } from '$core/practice/random';

/** How long is looked for a better cutting, in seconds. */
const SECONDS = 20;

/** What is asked of the worker. */
export interface AskedBoxes {
  cuts: readonly CableToCut[];
  box: number;
  parts: readonly number[];
}

/** Answers with each better plan as it is found, and with `done` at its end, or where the solver cannot be loaded. */
self.onmessage = ({ data }: MessageEvent<AskedBoxes>) => {
  const failed = () => self.postMessage({ done: true });
  loadHighs({ locateFile: () => runtime }).then((highs) => {
    const solve: Solve = (lp, seconds) => {
      const { Status, Columns } = highs.solve(lp, { output_flag: false, time_limit: Math.max(0.1, seconds) });
      if (Status === 'Optimal') return { status: 'solved', values: Object.fromEntries(Object.entries(Columns).map(([name, c]) => [name, Number((c as { Primal: number }).Primal)])) }; // prettier-ignore
      return { status: Status === 'Infeasible' ? 'impossible' : 'late' };
    };
    const now = () => performance.now() / 1000;
    const plan = bestBoxes(data.cuts, data.box, data.parts, solve, {
      now,
      until: now() + SECONDS,
      random: randomFrom(data.cuts.length),
      told: (better) => self.postMessage({ plan: better, done: false }),
    });
    self.postMessage({ plan, done: true });
  }, failed);
};
