import loadHighs from 'highs';
import { bestBoxes, type Solve } from '../src/core/kit/box-programme';
import { newBoxes, planBoxes } from '../src/core/kit/boxes';
import { randomFrom } from '../src/core/practice/random';

/** Cuts 500 cuts from boxes of 305 m, for several sets of made-up lengths: boxes against their bound, and how long it took. */
const highs = await loadHighs();
const solve: Solve = (lp, seconds) => {
  const { Status, Columns } = highs.solve(lp, { output_flag: false, time_limit: Math.max(0.1, seconds) });
  if (Status === 'Optimal') return { status: 'solved', values: Object.fromEntries(Object.entries(Columns).map(([name, c]) => [name, Number((c as { Primal: number }).Primal)])) }; // prettier-ignore
  return { status: Status === 'Infeasible' ? 'impossible' : 'late' };
};
const now = () => performance.now() / 1000;
for (const [what, from, to] of [
  ['8 to 28 m', 8, 28],
  ['15 to 75 m', 15, 75],
  ['30 to 88 m', 30, 88],
] as const) {
  const gaps: number[] = [];
  const seconds: number[] = [];
  let [rule, best, least] = [0, 0, 0];
  for (let seed = 1; seed <= 5; seed++) {
    const random = randomFrom(seed);
    const cuts = Array.from({ length: 500 }, (_, i) => ({
      label: `R${i}`,
      metres: from + (to - from) * random(),
    }));
    const began = now();
    const plan = bestBoxes(cuts, 305, [], solve, { now, until: began + 3, random });
    seconds.push(now() - began);
    rule += newBoxes(planBoxes(cuts, 305).boxes);
    best += newBoxes(plan.boxes);
    least += plan.least;
    gaps.push(newBoxes(plan.boxes) / plan.least - 1);
  }
  console.log(`500 cuts of ${what}: ${best / 5} boxes (rule ${rule / 5}, bound ${least / 5}), worst gap ${(100 * Math.max(...gaps)).toFixed(1)} %, at most ${Math.max(...seconds).toFixed(2)} s`); // prettier-ignore
}
