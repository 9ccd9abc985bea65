import { DEFAULT_COSTS } from '../model/costs';
import { describe, expect, it } from 'vitest';
import type { End } from '../wiring/conductors';
import { endMistakes } from './catalogue';
import { rightEnd, SOUND_CABLE, splitMask, walkMasks, type CompactCable, type CompactEnd } from './compact';
import { mendsOf, Planner, repunched, type Hypothesis, type PlanContext } from './plan';

const right = rightEnd('T568B');
const context = (head: 'plug' | 'jack', tail: 'plug' | 'jack', costs = {}): PlanContext => ({
  right: { head: right, tail: right },
  connector: { head, tail },
  expected: Uint8Array.from({ length: 8 }, (_, i) => 1 << i),
  splitsLookedAt: true,
  costs: { ...DEFAULT_COSTS, ...costs },
});
const mistake = (kind: string, i = 0): CompactEnd => {
  const connector = kind === 'missed-punch' || kind === 'pair-reversed' ? 'jack' : 'plug';
  const ways = endMistakes(connector, 'T568B').filter((m) => m.kind === kind);
  return ways[i]!.apply(right);
};
const atHead = (head: CompactEnd, probability: number): Hypothesis => ({
  head,
  tail: right,
  cable: SOUND_CABLE,
  probability,
});
const atTail = (tail: CompactEnd, probability: number): Hypothesis => ({
  head: right,
  tail,
  cable: SOUND_CABLE,
  probability,
});
const inCable = (cable: Partial<CompactCable>, probability: number): Hypothesis => ({
  head: right,
  tail: right,
  cable: { ...SOUND_CABLE, ...cable },
  probability,
});
const EXACT = { looks: 16, hypotheses: 99, covered: 2 };

/**
 * The best policy by brute force: every action in every situation, with no bound, no order and no memory. Slow, and
 * written apart from the planner.
 */
function bruteForce(c: PlanContext, all: readonly Hypothesis[], at: End, spent = 0): number {
  const mass = all.reduce((s, h) => s + h.probability, 0);
  if (all.length === 0 || mass === 0) return 0;
  const shows = (h: Hypothesis) => {
    const masks = new Uint8Array(8);
    walkMasks(h.head, h.tail, h.cable, masks);
    const splits = splitMask(h.head, masks);
    return masks.every((m, i) => m === c.expected[i]) && splits === 0 ? 'pass' : `${masks.join()}/${splits}`;
  };
  const groups = <T>(key: (h: Hypothesis) => T) => {
    const out = new Map<T, Hypothesis[]>();
    for (const h of all) out.set(key(h), [...(out.get(key(h)) ?? []), h]);
    return [...out.values()];
  };
  let best = (c.costs.repull + c.costs.prove) * mass;
  if (spent > 12) return best;
  for (const end of ['head', 'tail'] as const) {
    const walk = end === at ? 0 : c.costs.walk;
    const mends: { cost: number; mend: (h: Hypothesis) => Hypothesis }[] = [
      {
        cost: c.connector[end] === 'plug' ? c.costs.redoPlug : c.costs.redoJack,
        mend: (h) => ({ ...h, [end]: right, cable: { ...h.cable, [end]: 0 } }),
      },
    ];
    if (c.connector[end] === 'jack')
      mends.push({ cost: c.costs.repunch, mend: (h) => ({ ...h, [end]: repunched(h[end], right, 0xff) }) });
    for (const { cost, mend } of mends) {
      const after = all.map(mend);
      if (after.every((h, i) => JSON.stringify(h) === JSON.stringify(all[i]))) continue;
      const left = new Map<string, Hypothesis[]>();
      for (const h of after) if (shows(h) !== 'pass') left.set(shows(h), [...(left.get(shows(h)) ?? []), h]);
      const rest = [...left.values()].reduce((s, g) => s + bruteForce(c, g, end, spent + 1), 0);
      best = Math.min(best, (walk + cost + c.costs.prove) * mass + rest);
    }
    for (let contact = 0; contact < 8; contact++) {
      const parts = groups(
        (h) =>
          `${h[end].seats[contact]} ${(h[end].open >> contact) & 1} ${h[end].bridges.some((b) => b.includes(contact))}`,
      );
      if (parts.length < 2) continue;
      best = Math.min(
        best,
        (walk + c.costs.look) * mass + parts.reduce((s, g) => s + bruteForce(c, g, end, spent + 1), 0),
      );
    }
  }
  return best;
}

describe('the next action', () => {
  it('is a look where that settles which end, by hand: 0.5 + (5 + 9) / 2', () => {
    const plan = new Planner(context('plug', 'plug'), [
      atHead(mistake('other-scheme'), 0.5),
      atTail(mistake('other-scheme'), 0.5),
    ]).plan('head')!;
    expect(plan.next).toMatchObject({ action: 'look', end: 'head' });
    expect(plan.expectedMinutes).toBeCloseTo(7.5, 9);
  });
  it('is the mend at once where one explanation is left: punch again 1.5, prove 1', () => {
    const plan = new Planner(context('jack', 'plug'), [atHead(mistake('missed-punch', 3), 1)]).plan('head')!;
    expect(plan).toEqual({
      next: { action: 'repunch', end: 'head', contacts: [3] },
      minutes: 1.5,
      expectedMinutes: 2.5,
    });
  });
  it('walks first where only the far end is wrong: walk 4, plug 4, prove 1', () => {
    const plan = new Planner(context('plug', 'plug'), [atTail(mistake('short-conductor', 3), 1)]).plan(
      'head',
    )!;
    expect(plan).toEqual({ next: { action: 'redo', end: 'tail' }, minutes: 8, expectedMinutes: 9 });
  });
  it('cuts a nick away by a redo, since punching again does not reach it', () => {
    const plan = new Planner(context('jack', 'jack'), [inCable({ head: 2 }, 1)]).plan('head')!;
    expect(plan.next).toEqual({ action: 'redo', end: 'head' });
  });
  it('pulls a new cable only for what lies in the span', () => {
    const plan = new Planner(context('jack', 'jack'), [inCable({ span: 2 }, 1)]).plan('head')!;
    expect(plan).toEqual({ next: { action: 're-pull' }, minutes: 90, expectedMinutes: 91 });
  });
  it('does not look where a look costs more than it saves', () => {
    const plan = new Planner(context('plug', 'plug', { look: 60 }), [
      atHead(mistake('other-scheme'), 0.5),
      atTail(mistake('other-scheme'), 0.5),
    ]).plan('head')!;
    expect(plan.next).toEqual({ action: 'redo', end: 'head' });
    expect(plan.expectedMinutes).toBeCloseTo(5 + 0.5 * 9, 9);
  });
  it('is nothing where every explanation passes', () => {
    expect(new Planner(context('jack', 'jack'), [atHead(right, 1)]).plan('head')).toBeNull();
  });
  it('costs what brute force over every policy finds', () => {
    const cases: [PlanContext, Hypothesis[]][] = [
      [
        context('jack', 'jack'),
        [
          atHead(mistake('missed-punch', 3), 0.45),
          atTail(mistake('missed-punch', 3), 0.45),
          inCable({ head: 1 << 0 }, 0.1),
        ],
      ],
      [
        context('jack', 'plug'),
        [
          atHead(mistake('missed-punch', 3), 0.5),
          atTail(mistake('short-conductor', 3), 0.3),
          inCable({ head: 1 }, 0.1),
          inCable({ span: 1 }, 0.1),
        ],
      ],
      [
        context('plug', 'plug'),
        [atHead(mistake('neighbour-swap', 2), 0.7), atTail(mistake('neighbour-swap', 2), 0.3)],
      ],
      [
        context('plug', 'plug'),
        [
          atHead(mistake('not-crimped'), 0.4),
          atTail(mistake('not-crimped'), 0.4),
          inCable({ span: 0xff }, 0.2),
        ],
      ],
      [
        context('jack', 'plug', { walk: 20 }),
        [atHead(mistake('pair-reversed', 0), 0.2), atTail(mistake('neighbour-swap', 3), 0.8)],
      ],
    ];
    for (const [c, hypotheses] of cases)
      for (const at of ['head', 'tail'] as const)
        expect(new Planner(c, hypotheses, EXACT).plan(at)!.expectedMinutes).toBeCloseTo(
          bruteForce(c, hypotheses, at),
          6,
        );
  });
});

describe('punching contacts again', () => {
  it('puts their conductors right and leaves the others as they are', () => {
    const reversed = mistake('pair-reversed', 0);
    expect([...repunched(reversed, right, 0b11000).seats]).toEqual([...right.seats]);
    const half = repunched(reversed, right, 0b01000);
    expect(half.seats[3]).toBe(right.seats[3]);
    expect(half.seats[4]).toBe(255);
  });
  it('makes contact and clears bridges', () => {
    const bad: CompactEnd = { ...right, open: 0b11, bridges: [[3, 4]] };
    expect(repunched(bad, right, 0b1001)).toEqual({ seats: right.seats, open: 0b10, bridges: [] });
  });
});

describe('what mends a known explanation', () => {
  it('names both ends, the near one first', () => {
    const both: Hypothesis = {
      head: mistake('missed-punch', 0),
      tail: mistake('short-conductor', 7),
      cable: SOUND_CABLE,
      probability: 1,
    };
    expect(mendsOf(context('jack', 'plug'), both, 'tail')).toEqual([
      { action: 'redo', end: 'tail' },
      { action: 'repunch', end: 'head', contacts: [0] },
    ]);
  });
  it('is nothing short of a new cable for the span', () =>
    expect(mendsOf(context('jack', 'plug'), inCable({ bridges: [[0, 1]] }, 1), 'head')).toBeNull());
});
