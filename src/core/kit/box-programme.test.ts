import loadHighs from 'highs';
import { beforeAll, describe, expect, it } from 'vitest';
import { randomFrom } from '../practice/random';
import fc from 'fast-check';
import { bestFill, oneFewer } from './fill';
import { bestBoxes, pullList, type Solve } from './box-programme';
import { newBoxes, planBoxes, type CableToCut } from './boxes';

let solve: Solve;
beforeAll(async () => {
  const highs = await loadHighs();
  solve = (lp, seconds) => {
    const { Status, Columns } = highs.solve(lp, { output_flag: false, time_limit: seconds });
    if (Status !== 'Optimal') return { status: Status === 'Infeasible' ? 'impossible' : 'late' };
    return { status: 'solved', values: Object.fromEntries(Object.entries(Columns).map(([n, c]) => [n, Number((c as { Primal: number }).Primal)])) }; // prettier-ignore
  };
});
const cutsOf = (lengths: readonly number[]): CableToCut[] =>
  lengths.map((metres, i) => ({ label: `R${i}`, metres }));
const best = (cuts: readonly CableToCut[], box: number, parts: readonly number[] = [], seconds = 20) => {
  const clock = () => performance.now() / 1000;
  return bestBoxes(cuts, box, parts, solve, { now: clock, until: clock() + seconds, random: randomFrom(1) });
};
/** The fewest boxes by trying every way: for a few cuts only. */
function fewest(cuts: readonly CableToCut[], box: number): number {
  let found = cuts.length;
  const go = (i: number, left: number[]): void => {
    if (left.length >= found && i < cuts.length) return;
    if (i === cuts.length) return void (found = Math.min(found, left.length));
    left.forEach((l, k) => {
      if (l >= cuts[i]!.metres - 1e-9) go(i + 1, left.with(k, l - cuts[i]!.metres));
    });
    go(i + 1, [...left, box - cuts[i]!.metres]);
  };
  go(0, []);
  return found;
}

describe('the best fill of a box', () => {
  it('is that of trying every choice (property)', () => {
    let partly = 0;
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 1, max: 60 }), { maxLength: 9 }), (lengths) => {
        const cuts = cutsOf(lengths);
        const fill = bestFill(cuts, 100);
        const sum = fill.reduce((s, r) => s + r.metres, 0);
        expect(new Set(fill).size).toBe(fill.length);
        let best = 0;
        for (let set = 0; set < 2 ** cuts.length; set++) {
          const total = cuts.reduce((s, r, i) => s + (set & (1 << i) ? r.metres : 0), 0);
          if (total <= 100) best = Math.max(best, total);
        }
        expect(sum).toBe(best);
        partly += Number(fill.length < cuts.length);
      }),
      { numRuns: 100 },
    );
    expect(partly).toBeGreaterThan(20);
  });
  it('empties the emptiest box where the others have room, and loses no run', () => {
    const boxes = [[30, 30, 25], [50, 28], [40, 37], [20, 20]].map((b) => cutsOf(b).map((r, i) => ({ ...r, label: `${b[0]} ${i}` }))); // prettier-ignore
    const fewer = oneFewer(boxes, 100, { random: randomFrom(3), late: () => false });
    expect(fewer).toHaveLength(3);
    expect(fewer!.flat().map((r) => r.label).sort()).toEqual(boxes.flat().map((r) => r.label).sort()); // prettier-ignore
    expect(oneFewer(boxes, 100, { random: randomFrom(3), late: () => true })).toBeNull();
  });
});

describe('the fewest boxes', () => {
  it('by hand: where the rule takes four, three are enough', () => {
    // Whole boxes of 60: 44+8+8, 24+24+6+6, 22+21+17. The rule lays the first 8 to 24+24, and the last 6 finds no room.
    const cuts = cutsOf([44, 24, 24, 22, 21, 17, 8, 8, 6, 6]);
    expect(newBoxes(planBoxes(cuts, 60).boxes)).toBe(4);
    expect(best(cuts, 60)).toMatchObject({ proven: true, least: 3 });
    expect(best(cuts, 60).boxes.map((x) => x.left)).toEqual([0, 0, 0]);
  });
  it('are those of trying every way, proven, each cut once and whole (many small cases)', () => {
    const random = randomFrom(8);
    let better = 0;
    for (let n = 0; n < 60; n++) {
      const cuts = cutsOf(Array.from({ length: 8 + Math.floor(4 * random()) }, () => 20 + Math.floor(35 * random()))); // prettier-ignore
      const plan = best(cuts, 100);
      const least = fewest(cuts, 100);
      expect([newBoxes(plan.boxes), plan.proven, plan.least]).toEqual([least, true, least]);
      expect(plan.boxes.flatMap((b) => b.cuts.map((r) => r.label)).sort()).toEqual(cuts.map((r) => r.label).sort()); // prettier-ignore
      for (const b of plan.boxes) {
        expect(b.left).toBeGreaterThanOrEqual(-1e-9);
        expect(b.cuts.reduce((s, r) => s + r.metres, 0) + b.left).toBeCloseTo(b.metres, 9);
      }
      better += Number(newBoxes(planBoxes(cuts, 100).boxes) > least);
    }
    // The rule is not always the best: else nothing was tried here.
    expect(better).toBeGreaterThan(0);
  });
  it('use up what is left of part boxes before a new one is opened', () => {
    const plan = best(cutsOf([60, 55, 45, 40]), 152, [100, 100]);
    expect(plan.boxes.map((b) => [b.metres, b.part])).toEqual([[100, true], [100, true]]); // prettier-ignore
  });
  it('of a large job are at the bound or one above it, every cut once', () => {
    const random = randomFrom(5);
    const cuts = cutsOf(Array.from({ length: 300 }, () => Math.round(10 * (20 + 70 * random())) / 10));
    const plan = best(cuts, 305, [], 6);
    expect(newBoxes(plan.boxes) - plan.least).toBeLessThanOrEqual(1);
    expect(plan.boxes.flatMap((b) => b.cuts)).toHaveLength(300);
  });
});

describe('a pull list', () => {
  it('pulls from several boxes at once, and says what each should show at its end', () => {
    const boxes = [
      { metres: 305, cuts: cutsOf([90, 80]), left: 135 },
      { metres: 120, cuts: cutsOf([70]), left: 50, part: true as const },
      { metres: 305, cuts: cutsOf([60]), left: 245 },
    ];
    expect(pullList(boxes, 2).map((p) => [p.pull, p.box, p.cut.metres, p.left])).toEqual([
      [1, 1, 90, 215],
      [1, 2, 70, 50],
      [2, 1, 80, 135],
      [3, 3, 60, 245],
    ]);
  });
});
