import { isLevel, type Run, type RunStep } from '../model/run';

/** A point in a building, in metres: across and down the plan, and height over where the run begins. */
export interface Spot {
  x: number;
  y: number;
  z: number;
}
/** A stretch of a run: a step and where it lies. `at` is the cable before it, `across` the level way before it, in metres. */
export interface Stretch {
  step: RunStep;
  index: number;
  from: Spot;
  to: Spot;
  at: number;
  across: number;
  /** The level part of it, in metres: none of what goes up or down. */
  level: number;
}
/** A place where a run changes its way: by so many degrees, before which step. */
export interface Bend {
  /** The step it leads into. */
  index: number;
  at: number;
  degrees: number;
  radiusMm?: number;
}
/** A run laid out: its stretches, its bends, and the cable it takes from end to end, in metres. */
export interface LaidRun {
  stretches: Stretch[];
  bends: Bend[];
  metres: number;
}

type Direction = readonly [number, number, number];
const DEGREE = Math.PI / 180;

function directionOf(step: RunStep, heading: number): Direction | null {
  if (step.go === 'loop') return null;
  if (step.go === 'up' || step.slab === 'up') return [0, 0, 1];
  if (step.go === 'down' || step.slab === 'down') return [0, 0, -1];
  return [Math.cos(heading * DEGREE), Math.sin(heading * DEGREE), 0];
}

/** Less than this is no bend: it is how walls are. In degrees. Our judgement. */
const STRAIGHT = 5;

/**
 * Lays a run out step by step: where every stretch lies, where it bends and by how much, and how much cable that is.
 * Corners are reckoned sharp, so that a little more is measured than lies.
 *
 * @example
 * layRun({ steps: [{ go: 'up', metres: 2 }, { go: 'along', metres: 3 }] }).bends // [{ index: 1, at: 2, degrees: 90 }]
 */
export function layRun({ steps, from }: Pick<Run, 'steps' | 'from'>): LaidRun {
  let heading = from?.heading ?? 0;
  let spot: Spot = { x: from?.x ?? 0, y: from?.y ?? 0, z: 0 };
  let [at, across] = [0, 0];
  let before: Direction | null = null;
  const stretches: Stretch[] = [];
  const bends: Bend[] = [];
  steps.forEach((step, index) => {
    if (isLevel(step)) heading += step.turn ?? 0;
    const direction = directionOf(step, heading);
    if (direction && before) {
      const cos = direction.reduce((sum, d, i) => sum + d * before![i]!, 0);
      const degrees = Math.acos(Math.max(-1, Math.min(1, cos))) / DEGREE;
      if (degrees >= STRAIGHT) bends.push({ index, at, degrees, ...(step.radiusMm === undefined ? {} : { radiusMm: step.radiusMm }) }); // prettier-ignore
    }
    if (direction) before = direction;
    const [dx, dy, dz] = direction ?? [0, 0, 0];
    const to: Spot = { x: spot.x + dx * step.metres, y: spot.y + dy * step.metres, z: spot.z + dz * step.metres };
    const level = direction && dz === 0 ? step.metres : 0;
    stretches.push({ step, index, from: spot, to, at, across, level });
    spot = to;
    at += step.metres;
    across += level;
  });
  return { stretches, bends, metres: at };
} // prettier-ignore
