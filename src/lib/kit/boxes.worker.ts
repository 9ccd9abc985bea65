import { expose } from 'comlink';
import loadHighs from 'highs';
import runtime from 'highs/runtime?url';
import { bestBoxes, type BestBoxes, type Solve } from '$core/kit/box-programme';
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

const api = {
  /** Tells each better plan as it is found, and answers with the last. Throws where the solver cannot be loaded. */
  async best({ cuts, box, parts }: AskedBoxes, told: (better: BestBoxes) => void): Promise<BestBoxes> {
    const highs = await loadHighs({ locateFile: () => runtime });
    const solve: Solve = (lp, seconds) => {
      const { Status, Columns } = highs.solve(lp, { output_flag: false, time_limit: Math.max(0.1, seconds) });
      if (Status === 'Optimal') return { status: 'solved', values: Object.fromEntries(Object.entries(Columns).map(([name, c]) => [name, Number((c as { Primal: number }).Primal)])) }; // prettier-ignore
      return { status: Status === 'Infeasible' ? 'impossible' : 'late' };
    };
    const now = () => performance.now() / 1000;
    return bestBoxes(cuts, box, parts, solve, {
      now,
      until: now() + SECONDS,
      random: randomFrom(cuts.length),
      told,
    });
  },
};
/** What this worker does. */
export type BoxesApi = typeof api;
expose(api);
