import type { Engine } from '../diagnose/engine';
import type { PlanLimits } from '../diagnose/plan';
import { NOTHING_KNOWN, type Diagnosis, type Knowledge } from '../diagnose/types';
import { threadAfterWork } from '../log/thread';
import type { Costs } from '../model/costs';
import { Contradiction } from '../reading/contradiction';
import { CONTACTS, type End } from '../wiring/conductors';
import { afterAction, firstQuestion, lookAt, readsGood, readWorld, type World } from './world';

/** One step of a conversation: what was known, what was said. */
export interface Step {
  knowledge: Knowledge;
  standingAt: End;
  diagnosis: Diagnosis;
}

/** How a conversation about a failing link went. */
export interface Conversation {
  steps: readonly Step[];
  minutes: number;
  /** A new cable was pulled. */
  repulled: boolean;
  /** Ends that were right and were done again all the same. */
  goodEndsRedone: number;
  /** It came to a proven link. */
  proven: boolean;
}

/** More steps than any link should take. */
const MOST_STEPS = 40;

/** Follows the engine's advice, every action done well and every look true, until the link is proven. */
export function followAdvice(
  engine: Engine,
  start: World,
  costs: Costs,
  { at = 'head', noise, limits }: { at?: End; noise?: (metres: number) => number; limits?: PlanLimits } = {},
): Conversation {
  let world = start;
  let standingAt: End = at;
  let reading = readWorld(world, noise);
  let known: Knowledge = NOTHING_KNOWN;
  const steps: Step[] = [];
  let minutes = 0;
  let goodEndsRedone = 0;
  const ended = (proven: boolean, repulled = false): Conversation => ({
    steps,
    minutes,
    repulled,
    goodEndsRedone,
    proven,
  });
  while (steps.length < MOST_STEPS) {
    let diagnosis;
    try {
      diagnosis = engine.diagnose(
        { ...firstQuestion(world, reading, standingAt), knowledge: known, costs },
        limits,
      );
    } catch (error) {
      if (!(error instanceof Contradiction)) throw error;
      return ended(false);
    }
    const { next } = diagnosis;
    steps.push({ knowledge: known, standingAt, diagnosis });
    minutes += next.minutes;
    if (next.action === 'none') return ended(true);
    if (next.action === 're-pull') return ended(readsGood(afterAction(world, next)), true);
    if (next.end) standingAt = next.end;
    if (next.action === 'look') {
      const seen = lookAt(world, next.end!, CONTACTS.indexOf(next.contact as '1'));
      if (!seen) return ended(false);
      known = { ...known, looked: [...known.looked, seen] };
      continue;
    }
    const before = world;
    world = afterAction(world, next);
    if (next.action === 'redo') goodEndsRedone += Number(sameAs(before, world, next.end!));
    known = knownAfter(known, next);
    if (readsGood(world)) return ended(true);
    reading = readWorld(world, noise);
  }
  return ended(false);
}

const sameAs = (a: World, b: World, end: End) =>
  JSON.stringify([...a[end].seats, a[end].open, a[end].bridges, a.cable[end]]) ===
  JSON.stringify([...b[end].seats, b[end].open, b[end].bridges, b.cable[end]]);

function knownAfter(known: Knowledge, next: Diagnosis['next']): Knowledge {
  if (next.action === 'check') return { ...known, checked: true };
  if (next.action === 'swap-lead') return { ...known, swapped: [...known.swapped, next.end!] };
  return threadAfterWork(known, next.end!, next.action === 'repunch' ? next.contacts! : null);
}
