import { cmOfBox, cmOfCut, oneFewer } from './fill';
import { newBoxes, planBoxes, type Box, type BoxPlan, type CableToCut } from './boxes';

/** What a solver of integer programmes answers: the values of the variables, none is possible, or it ran out of time. */
export type Solved = { status: 'solved'; values: Record<string, number> } | { status: 'impossible' | 'late' };
/** Solves a programme in LP format, within so many seconds. */
export type Solve = (lp: string, seconds: number) => Solved;

/** A cutting of cables from boxes, and how good it is. */
export interface BestBoxes extends BoxPlan {
  /** Whether it is proven that no way takes fewer new boxes. */
  proven: boolean;
}

/** A box cables may be cut from: its metres, and what opening it costs. */
interface Bin {
  metres: number;
  cost: number;
}

/**
 * Cables into bins as an integer programme in LP format: each whole in one bin, none more than its bin holds, the
 * cheapest bins opened. Bins alike are opened in order, so that the solver does not try their every exchange.
 */
export function boxProgramme(cuts: readonly CableToCut[], bins: readonly Bin[]): string {
  const x = (i: number, j: number) => `x${i}_${j}`;
  const fits = (i: number, j: number) => cmOfCut(cuts[i]!.metres) <= cmOfBox(bins[j]!.metres);
  const lines: string[] = ['Minimize', ` cost: ${bins.map((b, j) => `${b.cost} y${j}`).join(' + ')}`, 'Subject To'];
  cuts.forEach((_, i) => {
    lines.push(` cut${i}: ${bins.flatMap((_, j) => (fits(i, j) ? [x(i, j)] : [])).join(' + ')} = 1`);
  });
  bins.forEach((b, j) => {
    const inside = cuts.flatMap((r, i) => (fits(i, j) ? [`${cmOfCut(r.metres)} ${x(i, j)}`] : []));
    if (inside.length) lines.push(` bin${j}: ${inside.join(' + ')} - ${cmOfBox(b.metres)} y${j} <= 0`);
    const next = bins[j + 1];
    if (next && next.metres === b.metres && next.cost === b.cost) lines.push(` order${j}: y${j} - y${j + 1} >= 0`);
  });
  lines.push('Binary', ...bins.map((_, j) => ` y${j}`), ...cuts.flatMap((_, i) => bins.flatMap((_, j) => (fits(i, j) ? [` ${x(i, j)}`] : []))), 'End');
  return lines.join('\n');
} // prettier-ignore

function boxesOf(cuts: readonly CableToCut[], bins: readonly Bin[], values: Record<string, number>): Box[] {
  const boxes = bins.map((b): Box => ({
    metres: b.metres,
    cuts: [],
    left: b.metres,
    ...(b.cost < 1 ? { part: true } : {}),
  }));
  cuts.forEach((cut, i) => {
    const j = bins.findIndex((_, k) => (values[`x${i}_${k}`] ?? 0) > 0.5);
    boxes[j]!.cuts.push(cut);
    boxes[j]!.left -= cut.metres;
  });
  for (const b of boxes) b.cuts.sort((a, c) => c.metres - a.metres);
  return boxes.filter((b) => b.cuts.length);
}

const boxOf = (list: readonly CableToCut[], metres: number): Box => ({
  metres,
  cuts: [...list].sort((a, b) => b.metres - a.metres),
  left: metres - list.reduce((s, r) => s + r.metres, 0),
});

/** So many cables are solved as a whole; more are improved box by box. Our judgement, by what the solver takes. */
const WHOLE_CUTS = 36;
/** Boxes of one step of improvement, and seconds it may take. */
const STEP = { boxes: 5, seconds: 2 };
/** A part box costs a little: it is opened rather than a new one, and not without need. */
const PART_COST = 0.01;

/**
 * The fewest new boxes, found better than by the rule: small cases as one integer programme, proven; large ones by taking
 * a few boxes apart at a time and asking whether one fewer holds them. `told` hears of each better plan; `now` is a clock
 * in seconds, `until` when to stop with the best so far.
 */
export function bestBoxes(cuts: readonly CableToCut[], boxMetres: number, parts: readonly number[], solve: Solve, { now, until, random, told }: { now: () => number; until: number; random: () => number; told?: (plan: BestBoxes) => void }): BestBoxes {
  const rule = planBoxes(cuts, boxMetres, parts);
  const isNew = (b: Box) => !b.part;
  let best: BestBoxes = { ...rule, proven: newBoxes(rule.boxes) <= rule.least };
  const say = (boxes: Box[], proven: boolean) => {
    best = { ...best, boxes, proven, ...(proven ? { least: newBoxes(boxes) } : {}) };
    told?.(best);
  };
  if (best.proven) return best;
  const cut = cuts.filter((r) => !rule.tooLong.includes(r));
  const bins = (fresh: number): Bin[] => [...parts.map((metres) => ({ metres, cost: PART_COST })), ...Array.from({ length: fresh }, () => ({ metres: boxMetres, cost: 1 }))];
  if (cut.length <= WHOLE_CUTS) {
    const all = bins(newBoxes(best.boxes));
    const answer = solve(boxProgramme(cut, all), until - now());
    if (answer.status === 'solved') say(boxesOf(cut, all, answer.values), true);
    return best;
  }
  // Filling anew comes first: with many short cables it nearly always suffices, and a programme where it does not.
  while (now() < until && newBoxes(best.boxes) > best.least) {
    const fewer = oneFewer(best.boxes.filter(isNew).map((b) => b.cuts), boxMetres, { random, late: () => now() >= until });
    if (!fewer) break;
    const boxes = [...best.boxes.filter((b) => b.part), ...fewer.map((list) => boxOf(list, boxMetres))];
    say(boxes, newBoxes(boxes) <= best.least);
  }
  while (now() < until && newBoxes(best.boxes) > best.least) {
    // The emptiest boxes, and others by chance: what one of them cannot take, another may.
    const fresh = best.boxes.filter(isNew).map((box) => ({ box, key: box.left * (0.4 + random()) })).sort((a, b) => b.key - a.key).map((b) => b.box);
    const taken = fresh.slice(0, STEP.boxes);
    if (taken.length < 2) break;
    const apart = taken.flatMap((b) => b.cuts);
    const room = (taken.length - 1) * boxMetres;
    if (apart.reduce((s, r) => s + r.metres, 0) > room) {
      if (fresh.length <= STEP.boxes) break;
      // Together they are too full for one fewer: with the emptiest of all once more, or never.
      const emptiest = [...best.boxes.filter(isNew)].sort((a, b) => b.left - a.left).slice(0, STEP.boxes);
      if (emptiest.reduce((s, b) => s + b.metres - b.left, 0) > room) break;
      continue;
    }
    const fewer = Array.from({ length: taken.length - 1 }, (): Bin => ({ metres: boxMetres, cost: 1 }));
    const answer = solve(boxProgramme(apart, fewer), Math.min(STEP.seconds, until - now()));
    if (answer.status !== 'solved') continue;
    const boxes = [...best.boxes.filter((b) => !taken.includes(b)), ...boxesOf(apart, fewer, answer.values)];
    say(boxes, newBoxes(boxes) <= best.least);
  }
  return best;
} // prettier-ignore

/** One pull: a cable from a box, and the mark its jacket should show at the end of it. */
export interface Pull {
  /** Cables of one number are pulled at once. */
  pull: number;
  box: number;
  cut: CableToCut;
  /** Metres left in the box after it: a box whose marks count down shows this. */
  left: number;
}

/** In which order cables are pulled: from so many boxes at once, from each its longest first. */
export function pullList(boxes: readonly Box[], atOnce: number): Pull[] {
  const out: Pull[] = [];
  let pull = 0;
  for (let from = 0; from < boxes.length; from += atOnce) {
    const group = boxes.slice(from, from + atOnce);
    const rest = group.map((b) => b.metres);
    const longest = Math.max(...group.map((b) => b.cuts.length));
    for (let k = 0; k < longest; k++) {
      pull++;
      group.forEach((b, g) => {
        const cut = b.cuts[k];
        if (!cut) return;
        rest[g]! -= cut.metres;
        out.push({ pull, box: from + g + 1, cut, left: Math.max(0, rest[g]!) });
      });
    }
  }
  return out;
}
