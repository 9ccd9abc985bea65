import type { LaidRun } from './way';

/** Most a four-pair cable may be pulled with, in newtons. TIA-568, from memory: 110 N (25 pounds). */
export const MOST_PULL_N = 110;
/** Friction of a jacket on what it is drawn over, and what a metre of cable weighs, in kilograms. Our judgement. */
export const PULLED = { friction: 0.4, kgPerMetre: 0.045 } as const;
const GRAVITY = 9.81;

/** How hard a run is pulled: from which end it is fed, the force at the other one for each cable, in newtons. */
export interface PullForce {
  newtons: number;
  /** Most of it comes with this step. */
  worst: number;
}

/**
 * The force at the far end of a run that is pulled through in one go: friction and weight along every stretch, and at
 * every bend the capstan equation (Euler and Eytelwein), T·e^(μθ). `backward` feeds it from its last step.
 */
export function pullForce(laid: LaidRun, backward = false): PullForce {
  const { friction, kgPerMetre } = PULLED;
  const weight = kgPerMetre * GRAVITY;
  const order = laid.stretches.filter((s) => s.step.go !== 'loop');
  if (backward) order.reverse();
  let [newtons, worst, most] = [0, 0, -1];
  for (const s of order) {
    const before = newtons;
    // Into a step forward, out of it backward: the same corner.
    const bend = !backward && laid.bends.find((b) => b.index === s.index);
    if (bend) newtons *= Math.exp(friction * bend.degrees * (Math.PI / 180));
    const rise = (s.to.z - s.from.z) * (backward ? -1 : 1);
    newtons = Math.max(0, newtons + weight * (friction * s.level + rise));
    const behind = backward && laid.bends.find((b) => b.index === s.index);
    if (behind) newtons *= Math.exp(friction * behind.degrees * (Math.PI / 180));
    if (newtons - before > most) [most, worst] = [newtons - before, s.index];
  }
  return { newtons, worst };
}
