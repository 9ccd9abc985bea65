import { describe, expect, it } from 'vitest';
import { createEngine } from '../diagnose/engine';
import { leadUnsaid } from '../formats/diagnose';
import { DEFAULT_COSTS } from '../model/costs';
import type { ConnectorClass } from '../wiring/connector';
import { ENDS, type End } from '../wiring/conductors';
import { expectedAnswer } from '../wiring/schemes';
import { followAdvice, type Step } from './conversation';
import { randomFrom } from './random';
import { drawWorld, readsGood, type World } from './world';

const engine = createEngine();
/** Failing worlds that are drawn, over all pairs of classes. */
const WORLDS = 2000;
const PAIRS: [ConnectorClass, ConnectorClass][] = [
  ['jack', 'jack'],
  ['plug', 'plug'],
  ['jack', 'plug'],
  ['core', 'jack'],
  ['plug', 'core'],
];

/** Whether a new cable may be said: leads beyond doubt, the setting checked, every end seen or done where a fault is. */
function mayRepull({ knowledge, diagnosis }: Step, world: World): boolean {
  const sure = (end: End) =>
    world.leads[end] === 'none' || world.leads[end] === 'proven' || knowledge.swapped.includes(end);
  const allOpen = diagnosis.faults.some((f) => f.kind === 'all-open');
  const seen = (end: End, contact: string) =>
    knowledge.redone.includes(end) ||
    knowledge.looked.some((l) => l.end === end && l.contact === contact) ||
    knowledge.repunched.some((r) => r.end === end && r.contact === contact);
  const named = diagnosis.faults.flatMap((f) => f.contacts);
  return (
    ENDS.every(sure) &&
    (!allOpen || knowledge.checked) &&
    ENDS.every((end) =>
      allOpen
        ? named.some((c) => seen(end, c))
        : named.every((c) => seen(end, end === 'head' ? c : expectedAnswer(world.link.ordered, c))),
    )
  );
}

describe(`a crew that follows the advice, in ${WORLDS} worlds that fail`, () => {
  const random = randomFrom(20261125);
  it.each(PAIRS)(
    '%s and %s: it comes to a proven link, never in circles, never to a needless cable',
    (head, tail) => {
      const link = { head: { connector: head, scheme: 'T568B' }, tail: { connector: tail, scheme: 'T568B' }, ordered: 'straight', shielded: false, lengthMetres: 30 } as const; // prettier-ignore
      const leads = { head: leadUnsaid(head), tail: leadUnsaid(tail) };
      let [failed, repulls] = [0, 0];
      while (failed < WORLDS / PAIRS.length) {
        const world = drawWorld(link, leads, random);
        if (readsGood(world)) continue;
        failed++;
        const { steps, proven, repulled } = followAdvice(engine, world, DEFAULT_COSTS);
        const said = steps.map(({ diagnosis: { next } }) => `${next.action} ${next.end ?? ''} ${next.contact ?? next.contacts ?? ''}`).join(', '); // prettier-ignore
        expect(proven, said).toBe(true);
        for (const [i, step] of steps.entries()) {
          const before = steps[i - 1];
          const { next } = step.diagnosis;
          if (before && JSON.stringify(before.diagnosis.next) === JSON.stringify(next))
            expect(step.knowledge, said).not.toEqual(before.knowledge);
          if (next.action === 'redo' && step.knowledge.redone.includes(next.end!))
            expect(step.knowledge.swapped.includes(next.end!) || leads[next.end!] === 'none', said).toBe(
              true,
            );
          if (next.action === 're-pull') expect(mayRepull(step, world), said).toBe(true);
        }
        if (repulled) {
          repulls++;
          expect(world.cable.span !== 0 || world.cable.bridges.length > 0, said).toBe(true);
        }
      }
      // The worlds do hold cables that are broken: what the rules above hold is reached.
      expect(repulls).toBeGreaterThan(5);
    },
    // A thousand conversations: a slow machine may take its time.
    900_000,
  );
});
