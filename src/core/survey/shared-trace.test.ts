import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { project } from '../log/projection';
import type { LogEntry } from '../model/entry';
import type { TraceEvent } from '../model/trace-event';
import { planRounds } from './rounds';
import { answersOf, openTraces, planOf, roundOf, sharedTraces } from './shared-trace';
import { traceOutcome } from './trace';

const TRACE = '018f0000-0000-7000-8000-000000000001';
type Step<T = TraceEvent> = T extends TraceEvent ? Omit<T, 'trace'> : never;
let n = 0;
const entry = (step: Step, at: string, by = 'ann', device = 'a'): LogEntry => ({
  id: `018f0000-0000-7000-8000-${String(++n).padStart(12, '0')}`,
  job: 'j',
  at,
  by,
  device,
  written: n,
  kind: 'trace',
  data: { ...step, trace: TRACE } as TraceEvent,
});
const closet = { floor: 0, x: 0, y: 0 };
const LINKS = ['l1', 'l2', 'l3', 'l4'];
const plan = planRounds(closet, [{ id: 'r', floor: 0, x: 5, y: 0, links: LINKS }], 2);
const begun: Step = {
  did: 'begun',
  closet: 'k',
  links: LINKS,
  loose: 4,
  rounds: plan.rounds.map(({ stops, metres }) => ({ stops, metres })),
  home: plan.home,
};
const second = (s: number) => `2026-11-20T10:00:${String(s).padStart(2, '0')}Z`;
const stand = (entries: readonly LogEntry[]) => {
  const [trace] = openTraces(project(sharedTraces, entries));
  return trace!;
};

describe('a trace in the log', () => {
  it('stands where its last step left it, with the walks as they were planned', () => {
    const trace = stand([
      entry(begun, second(0)),
      entry({ did: 'placed', round: 0 }, second(5)),
      entry({ did: 'answered', round: 0, cable: 3, numbers: [1] }, second(10)),
      entry({ did: 'answered', round: 0, cable: 1, numbers: [] }, second(12)),
    ]);
    expect(planOf(trace)).toEqual(plan);
    expect(roundOf(trace)).toBe(0);
    expect(trace.placed).toEqual([0]);
    expect(answersOf(trace).map((a) => [a.cable, a.numbers])).toEqual([
      [3, [1]],
      [1, []],
    ]);
  });
  it('takes the last answer of a cable in a round, and none once it was taken back', () => {
    const before = [
      entry(begun, second(0)),
      entry({ did: 'answered', round: 0, cable: 3, numbers: [1] }, second(10)),
      entry({ did: 'answered', round: 0, cable: 3, numbers: [2] }, second(11), 'bo', 'b'),
    ];
    expect(answersOf(stand(before))).toMatchObject([{ cable: 3, numbers: [2], by: 'bo' }]);
    expect(answersOf(stand([...before, entry({ did: 'answered', round: 0, cable: 3, numbers: null }, second(12))]))).toEqual([]); // prettier-ignore
  });
  it('counts cables that were not tried as silent, and forgets that once the round is gone on with', () => {
    const closed = [
      entry(begun, second(0)),
      entry({ did: 'answered', round: 0, cable: 3, numbers: [1] }, second(10)),
      entry({ did: 'closed', round: 0, untried: [1, 2, 4] }, second(20)),
    ];
    const after = stand(closed);
    expect(roundOf(after)).toBe(1);
    expect(answersOf(after).filter((a) => !a.numbers.length).map((a) => a.cable)).toEqual([1, 2, 4]); // prettier-ignore
    const again = stand([...closed, entry({ did: 'reopened', round: 0 }, second(30))]);
    expect(roundOf(again)).toBe(0);
    expect(answersOf(again)).toHaveLength(1);
  });
  it('keeps what another device answered though its clock is behind the one that planned the walk', () => {
    const trace = stand([
      entry(begun, second(40)),
      entry({ did: 'answered', round: 0, cable: 2, numbers: [2] }, second(10), 'bo', 'b'),
    ]);
    expect(answersOf(trace)).toMatchObject([{ cable: 2, numbers: [2] }]);
  });
  it('is gone once it was put away, whatever comes after', () => {
    const entries = [
      entry(begun, second(0)),
      entry({ did: 'ended' }, second(20)),
      entry({ did: 'answered', round: 0, cable: 2, numbers: [2] }, second(21), 'bo', 'b'),
    ];
    expect(openTraces(project(sharedTraces, entries))).toEqual([]);
  });
  it('is the same for all devices, whichever of two readers’ answers come first (property)', () => {
    fc.assert(
      fc.property(
        fc.array(fc.record({ cable: fc.integer({ min: 1, max: 4 }), remote: fc.integer({ min: 1, max: 2 }), mine: fc.boolean() }), { maxLength: 12 }), // prettier-ignore
        fc.integer(),
        (answers, seed) => {
          const entries = [
            entry(begun, second(0)),
            ...answers.map((a, i) =>
              entry(
                { did: 'answered', round: 0, cable: a.cable, numbers: [a.remote] },
                second(i + 1),
                a.mine ? 'ann' : 'bo',
                a.mine ? 'a' : 'b',
              ),
            ),
          ];
          const shuffled = [...entries].sort((a, b) => ((a.id.charCodeAt(35) * seed) % 7) - ((b.id.charCodeAt(35) * seed) % 7)); // prettier-ignore
          const [one, two] = [stand(entries), stand(shuffled)];
          expect(two).toEqual(one);
          const outcome = traceOutcome(LINKS, [], answersOf(one), 4);
          expect(new Set(answersOf(one).map((a) => a.cable)).size).toBe(answersOf(one).length);
          expect(outcome.cables.size).toBe(4);
        },
      ),
      { numRuns: 60 },
    );
  });
});
