import { DEFAULT_COSTS } from '../model/costs';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { ConnectorClass } from '../wiring/connector';
import type { End } from '../wiring/conductors';
import { endMistakes } from './catalogue';
import { madeTo, READ_RIGHT, rightEnd } from '../../../tests/support/ends';
import { SOUND_CABLE, splitMask, type CompactCable, type CompactEnd } from './compact';
import { reachedByTester, walkThrough } from './leads';
import {
  FREE,
  mendsOf,
  Planner,
  repunched,
  type Hypothesis,
  type Missing,
  type PlanContext,
  type PlanLimits,
} from './plan';

const right = rightEnd('T568B');
const context = (
  head: ConnectorClass,
  tail: ConnectorClass,
  costs = {},
  more: Partial<PlanContext> = {},
): PlanContext => ({
  ...FREE,
  right: { head: right, tail: right },
  connector: { head, tail },
  expected: Uint8Array.from({ length: 8 }, (_, i) => 1 << i),
  splitsLookedAt: true,
  costs: { ...DEFAULT_COSTS, ...costs },
  ...more,
});
const mistake = (kind: string, i = 0): CompactEnd => {
  const connector = kind === 'missed-punch' || kind === 'pair-reversed' ? 'jack' : 'plug';
  const ways = endMistakes(connector, madeTo('T568B')).filter((m) => m.kind === kind);
  return ways[i]!.apply(right);
};
const atHead = (head: CompactEnd, probability: number): Hypothesis => ({
  head,
  tail: right,
  cable: SOUND_CABLE,
  ...READ_RIGHT,
  probability,
});
const atTail = (tail: CompactEnd, probability: number): Hypothesis => ({
  head: right,
  tail,
  cable: SOUND_CABLE,
  ...READ_RIGHT,
  probability,
});
const inCable = (cable: Partial<CompactCable>, probability: number): Hypothesis => ({
  head: right,
  tail: right,
  cable: { ...SOUND_CABLE, ...cable },
  ...READ_RIGHT,
  probability,
});
const EXACT = { looks: 16, hypotheses: 99, covered: Infinity };

/** Contacts punched again together that brute force tries. */
const PUNCHED = [0b1000, 0b11000, 0b1, 0b11, 0xff];

/** What brute force remembers of what was done: a re-pull may wait for it. */
interface DoneSoFar {
  redone: Record<End, boolean>;
  punched: Record<End, number>;
  swapped: Record<End, boolean>;
  checked: boolean;
}
const NOTHING: DoneSoFar = {
  redone: { head: false, tail: false },
  punched: { head: 0, tail: 0 },
  swapped: { head: false, tail: false },
  checked: false,
};

const showsOf = (c: PlanContext, h: Hypothesis): string => {
  const masks = new Uint8Array(8);
  if (h.wrongSetting) return `${masks.join()}/0/false`;
  walkThrough(h.head, h.tail, h.cable, h.headLead, h.tailLead, masks);
  const splits = c.splitsLookedAt ? splitMask((x) => reachedByTester(h.head, h.headLead, x), masks) : 0;
  return masks.every((m, i) => m === c.expected[i]) && splits === 0 && !h.shield
    ? 'pass'
    : `${masks.join()}/${splits}/${h.shield !== undefined}`;
};

/**
 * The best policy by brute force: every action in every situation, with no bound, no order and no memory. Slow, and
 * written apart from the planner. Minutes times the mass of what is left.
 */
function bruteForce(
  c: PlanContext,
  all: readonly Hypothesis[],
  at: End,
  plates = c.behindPlate,
  done = NOTHING,
  spent = 0,
): number {
  const mass = all.reduce((s, h) => s + h.probability, 0);
  if (all.length === 0 || mass === 0) return 0;
  const groups = <T>(key: (h: Hypothesis) => T) => {
    const out = new Map<T, Hypothesis[]>();
    for (const h of all) out.set(key(h), [...(out.get(key(h)) ?? []), h]);
    return [...out.values()];
  };
  let waits = 0;
  for (const m of c.beforeRepull) {
    if (m.action === 'check' && !done.checked) waits += c.costs.check + c.costs.prove;
    if (m.action === 'swap-lead' && !done.swapped[m.end]) waits += c.costs.swapLead + c.costs.prove;
    if (m.action === 'look' && !done.redone[m.end] && !((done.punched[m.end] >> m.contact) & 1))
      waits += c.costs.look;
  }
  let best = (c.costs.repull + c.costs.prove + waits) * mass;
  if (spent > 9) return best;
  const tryMend = (
    cost: number,
    end: End,
    opens: boolean,
    mend: (h: Hypothesis) => Hypothesis,
    then: DoneSoFar,
  ) => {
    const after = all.map(mend);
    const same = (a: unknown, b: unknown) => JSON.stringify(a) === JSON.stringify(b);
    if (same(after, all)) return;
    const left = new Map<string, Hypothesis[]>();
    for (const h of after) {
      const shown = showsOf(c, h);
      if (shown !== 'pass') left.set(shown, [...(left.get(shown) ?? []), h]);
    }
    const now = opens ? { ...plates, [end]: false } : plates;
    const spentHere = (cost + c.costs.prove) * mass;
    if (spentHere >= best) return;
    const rest = [...left.values()].reduce((s, g) => s + bruteForce(c, g, end, now, then, spent + 1), 0);
    best = Math.min(best, spentHere + rest);
  };
  if (!done.checked) tryMend(c.costs.check, at, false, (h) => ({ ...h, wrongSetting: false }), { ...done, checked: true }); // prettier-ignore
  for (const end of ['head', 'tail'] as const) {
    const walk = end === at ? 0 : c.costs.walk;
    const open = plates[end] ? c.costs.open : 0;
    const lead = end === 'head' ? 'headLead' : 'tailLead';
    if (c.leadInDoubt[end])
      tryMend(walk + c.costs.swapLead, end, false, (h) => ({ ...h, [lead]: 0 }), { ...done, swapped: { ...done.swapped, [end]: true } }); // prettier-ignore
    const redo = { plug: c.costs.redoPlug, jack: c.costs.redoJack, core: c.costs.redoCore }[c.connector[end]];
    if (!c.redoBarred[end])
      tryMend(
        walk + open + redo,
        end,
        true,
        ({ shield, ...h }) => ({ ...h, [end]: c.right[end], cable: { ...h.cable, [end]: 0 }, ...(shield && shield !== end ? { shield } : {}) }),
        { ...done, redone: { ...done.redone, [end]: true } },
      ); // prettier-ignore
    if (c.connector[end] === 'jack' && !done.redone[end])
      for (const wanted of PUNCHED) {
        const mask = wanted & ~c.repunchBarred[end];
        // A short is cleared at both its slots, but for one that is barred.
        const half = (h: Hypothesis) => h[end].bridges.some(([a, b]) => ((wanted >> a) & 1) !== ((wanted >> b) & 1)); // prettier-ignore
        if (all.some(half)) continue;
        const slots = mask.toString(2).replaceAll('0', '').length;
        tryMend(walk + open + c.costs.repunch + slots * c.costs.repunchEach, end, true, (h) => ({ ...h, [end]: repunched(h[end], c.right[end], mask) }), { ...done, punched: { ...done.punched, [end]: done.punched[end] | mask } }); // prettier-ignore
      }
    for (let contact = 0; contact < 9; contact++) {
      const parts = groups(({ [end]: e, shield }) =>
        contact === 8
          ? `${shield === end}`
          : `${e.seats[contact]} ${((e.open & ~e.looksHome) >> contact) & 1} ${e.bridges.some((b) => b.includes(contact))}`,
      );
      if (parts.length < 2) continue;
      const now = { ...plates, [end]: false };
      best = Math.min(
        best,
        (walk + open + c.costs.look) * mass +
          parts.reduce((s, g) => s + bruteForce(c, g, end, now, done, spent + 1), 0),
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
  it('is the mend at once where one explanation is left: punch one slot again 1.3, prove 1', () => {
    const plan = new Planner(context('jack', 'plug'), [atHead(mistake('missed-punch', 3), 1)]).plan('head')!;
    expect(plan).toEqual({
      next: { action: 'repunch', end: 'head', contacts: [3] },
      minutes: 2.3,
      expectedMinutes: 2.3,
    });
  });
  it('walks first where only the far end is wrong: walk 4, plug 4, prove 1', () => {
    const plan = new Planner(context('plug', 'plug'), [atTail(mistake('short-conductor', 3), 1)]).plan(
      'head',
    )!;
    expect(plan).toEqual({ next: { action: 'redo', end: 'tail' }, minutes: 9, expectedMinutes: 9 });
  });
  it('cuts a nick away by a redo, since punching again does not reach it', () => {
    const plan = new Planner(context('jack', 'jack'), [inCable({ head: 2 }, 1)]).plan('head')!;
    expect(plan.next).toEqual({ action: 'redo', end: 'head' });
  });
  it('pulls a new cable only for what lies in the span', () => {
    const plan = new Planner(context('jack', 'jack'), [inCable({ span: 2 }, 1)]).plan('head')!;
    expect(plan).toEqual({ next: { action: 're-pull' }, minutes: 91, expectedMinutes: 91 });
  });
  it('does not look where a look costs more than it saves', () => {
    const plan = new Planner(context('plug', 'plug', { look: 60 }), [
      atHead(mistake('other-scheme'), 0.5),
      atTail(mistake('other-scheme'), 0.5),
    ]).plan('head')!;
    expect(plan.next).toEqual({ action: 'redo', end: 'head' });
    expect(plan.expectedMinutes).toBeCloseTo(5 + 0.5 * 9, 9);
  });
  it('takes the plate off an outlet once, and counts it: walk 4, open 1.5, punch 1.3, prove 1', () => {
    const behind = context('jack', 'jack', {}, { behindPlate: { head: false, tail: true } });
    const plan = new Planner(behind, [atTail(mistake('missed-punch', 3), 1)]).plan('head')!;
    expect(plan.minutes).toBeCloseTo(7.8, 9);
    expect(plan.expectedMinutes).toBeCloseTo(7.8, 9);
  });
  it('changes the lead where that is the likelier and the cheaper: 1.5, prove 1, by hand', () => {
    const doubt = context('jack', 'plug', {}, { leadInDoubt: { head: true, tail: false } });
    const badLead = { ...atHead(right, 0.6), headLead: 4 };
    const plan = new Planner(doubt, [badLead, atHead(mistake('missed-punch', 3), 0.4)]).plan('head')!;
    // A look costs 0.5 and settles it: 0.5 + 0.6 * 2.5 + 0.4 * 2.3 = 2.92; the lead at once 2.5 + 0.4 * 2.3 = 3.42.
    expect(plan.next).toMatchObject({ action: 'look', end: 'head', contact: 3 });
    expect(plan.expectedMinutes).toBeCloseTo(2.92, 9);
    const sure = new Planner(doubt, [{ ...badLead, probability: 1 }]).plan('head')!;
    expect(sure).toEqual({ next: { action: 'swap-lead', end: 'head' }, minutes: 2.5, expectedMinutes: 2.5 });
  });
  it('checks port and remote where the reading may be of nothing: 1, prove 1', () => {
    const wrong = { ...atHead(right, 1), wrongSetting: true };
    expect(new Planner(context('jack', 'jack'), [wrong]).plan('head')).toEqual({
      next: { action: 'check' },
      minutes: 2,
      expectedMinutes: 2,
    });
  });
  it('does the first thing that is missing where a re-pull would come too early', () => {
    const waits = context(
      'jack',
      'jack',
      {},
      { beforeRepull: [{ action: 'look', end: 'head', contact: 1 }] },
    );
    const plan = new Planner(waits, [inCable({ span: 2 }, 1)]).plan('head')!;
    expect(plan).toEqual({
      next: { action: 'look', end: 'head', contact: 1 },
      minutes: 0.5,
      expectedMinutes: 91.5,
    });
  });
  it('does not punch a bent contact again, nor do a barred end', () => {
    const bent = endMistakes('jack', madeTo('T568B'))
      .find((m) => m.kind === 'bent-contact')!
      .apply(right);
    expect(new Planner(context('jack', 'plug'), [atHead(bent, 1)]).plan('head')!.next).toEqual({ action: 'redo', end: 'head' }); // prettier-ignore
    const barred = context('jack', 'plug', {}, { redoBarred: { head: true, tail: false } });
    expect(new Planner(barred, [atHead(bent, 1)]).plan('head')!.next).toEqual({ action: 're-pull' });
  });
  it('looks at the shield before it opens an end', () => {
    const at = (shield: End) => ({ ...atHead(right, 0.5), shield });
    const plan = new Planner(context('jack', 'jack'), [at('head'), at('tail')]).plan('head')!;
    expect(plan.next).toEqual({ action: 'look', end: 'head', contact: 8 });
  });
  it('weighs no more ways than it is told to, and none beyond what covers the belief', () => {
    const ways = [atHead(mistake('other-scheme'), 0.6), atTail(mistake('other-scheme'), 0.3), inCable({ span: 2 }, 0.1)]; // prettier-ignore
    const first = (limits: Partial<PlanLimits>) => new Planner(context('plug', 'plug'), ways, { ...EXACT, ...limits }).plan('head')!; // prettier-ignore
    const alone = { next: { action: 'redo', end: 'head' }, minutes: 5, expectedMinutes: 5 };
    expect(first({ hypotheses: 1 })).toEqual(alone);
    expect(first({ covered: 0.6 })).toEqual(alone);
    expect(first({ covered: 0.61 }).expectedMinutes).toBeGreaterThan(5);
    expect(first({ covered: 0.61 })).toEqual(first({ hypotheses: 2 }));
    expect(first({}).expectedMinutes).toBeGreaterThan(first({ hypotheses: 2 }).expectedMinutes);
    // Without looks one mend is tried after the other: 5, and 9 for the third of it that is left.
    expect(first({ looks: 0, hypotheses: 2 })).toMatchObject({ next: { action: 'redo', end: 'head' }, expectedMinutes: expect.closeTo(5 + (0.3 / 0.9) * 9, 9) as number }); // prettier-ignore
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
      [
        context('jack', 'jack', {}, { leadInDoubt: { head: true, tail: true }, behindPlate: { head: false, tail: true } }),
        [
          atHead(mistake('missed-punch', 3), 0.35),
          atTail(mistake('missed-punch', 3), 0.35),
          { ...atHead(right, 0.2), headLead: 4 },
          { ...atHead(right, 0.1), tailLead: 4 },
        ],
      ],
      [
        context('plug', 'plug'),
        [{ ...atHead(right, 0.8), wrongSetting: true }, atHead(mistake('not-crimped'), 0.15), inCable({ span: 0xff }, 0.05)],
      ],
    ]; // prettier-ignore
    for (const [c, hypotheses] of cases)
      for (const at of ['head', 'tail'] as const)
        expect(new Planner(c, hypotheses, EXACT).plan(at)!.expectedMinutes).toBeCloseTo(
          bruteForce(c, hypotheses, at),
          6,
        );
  });
  it('costs what brute force finds, whatever is in doubt, barred, behind a plate or waited for (property)', () => {
    const [fourth, fifth] = [right.seats[3]!, right.seats[4]!];
    const joined = { ...right, bridges: [[3, 4]] as [number, number][] };
    const bent = { ...right, open: 8, looksHome: 8, bent: 8 };
    const made = (of: CompactEnd) => [atHead(of, 1), atTail(of, 1)];
    const whole = atHead(right, 1);
    /** Ways that read alike: an open path, nothing at all, a shield, a pair reversed, a short. */
    const ALIKE: Hypothesis[][] = [
      [
        ...made(mistake('missed-punch', 3)),
        ...made(mistake('short-conductor', 3)),
        ...made(bent),
        ...[{ head: 1 << fourth }, { tail: 1 << fourth }, { span: 1 << fourth }].map((c) => inCable(c, 1)),
        { ...whole, headLead: 4 },
        { ...whole, tailLead: 4 },
      ],
      [...made(mistake('not-crimped')), inCable({ span: 0xff }, 1), { ...whole, wrongSetting: true }],
      [
        { ...whole, shield: 'head' },
        { ...whole, shield: 'tail' },
        { ...whole, shield: 'cable' },
      ],
      made(mistake('neighbour-swap', 3)),
      [...made(joined), inCable({ bridges: [[fourth, fifth]] }, 1), { ...whole, headLead: 13 }, { ...whole, tailLead: 13 }], // prettier-ignore
    ];
    const minutes = fc.integer({ min: 1, max: 40 }).map((n) => n / 4);
    const costs = fc.record({
      look: fc.constantFrom(0.25, 0.5, 1),
      walk: minutes,
      open: minutes,
      prove: minutes,
      check: minutes,
      swapLead: minutes,
      // Dearer than what a re-pull waits for: nothing is done again for its sake.
      redoPlug: minutes.map((m) => m + 2),
      redoJack: minutes.map((m) => m + 2),
      repunch: minutes.map((m) => m + 1),
      repunchEach: minutes,
      repull: fc.integer({ min: 8, max: 90 }),
    });
    const both = fc.record({ head: fc.boolean(), tail: fc.boolean() });
    const end = fc.constantFrom('head' as const, 'tail' as const);
    const wait: fc.Arbitrary<Missing> = fc.oneof(
      fc.constant({ action: 'check' as const }),
      end.map((e) => ({ action: 'swap-lead' as const, end: e })),
      fc.record({ action: fc.constant('look' as const), end, contact: fc.constantFrom(0, 3) }),
    );
    const ways = fc.constantFrom(...ALIKE).chain(
      (alike) =>
      fc
        .shuffledSubarray(alike, { minLength: 1, maxLength: Math.min(4, alike.length) })
        .chain((some) => fc.tuple(...some.map((h) => fc.integer({ min: 1, max: 99 }).map((probability) => ({ ...h, probability }))))), // prettier-ignore
    );
    const seen = { looks: 0, waits: 0, barred: 0, leads: 0, shields: 0, repulls: 0, plates: 0 };
    fc.assert(
      fc.property(
        fc.record({
          jacks: both,
          costs,
          leadInDoubt: both,
          redoBarred: fc.oneof({ weight: 2, arbitrary: fc.constant({ head: false, tail: false }) }, { weight: 1, arbitrary: both }),
          barredSlots: fc.constantFrom(0, 0, 0b1000),
          behindPlate: both,
          beforeRepull: fc.uniqueArray(wait, { maxLength: 2, selector: (m) => JSON.stringify(m) }),
          splitsLookedAt: fc.boolean(),
          ways,
          at: end,
        }),
        ({ jacks, costs, leadInDoubt, redoBarred, barredSlots, behindPlate, beforeRepull, splitsLookedAt, ways, at }) => {
          const c = context(
            jacks.head ? 'jack' : 'plug',
            jacks.tail ? 'jack' : 'plug',
            costs,
            { leadInDoubt, redoBarred, behindPlate, beforeRepull, splitsLookedAt, repunchBarred: { head: barredSlots, tail: 0 } }, // prettier-ignore
          );
          // A lead that is not there is not bad, and nobody crimps a jack.
          const hypotheses = ways.filter((h) => (!h.headLead || leadInDoubt.head) && (!h.tailLead || leadInDoubt.tail) && !(jacks.head && h.head.open === 255) && !(jacks.tail && h.tail.open === 255)); // prettier-ignore
          const plan = new Planner(c, hypotheses, EXACT).plan(at);
          if (!hypotheses.length) {
            expect(plan).toBeNull();
            return;
          }
          const mass = hypotheses.reduce((sum, h) => sum + h.probability, 0);
          const least = bruteForce(c, hypotheses, at) / mass;
          expect(plan!.expectedMinutes).toBeCloseTo(least, 6);
          // What cuts branches is what each way would cost if it were known: no more than that, and no less.
          for (const h of hypotheses) {
            const known = new Planner(c, [h], EXACT);
            const start = { set: 1, at, head: 0, tail: 0, headLead: false, tailLead: false, checked: false, plates: Number(behindPlate.head) + 2 * Number(behindPlate.tail) }; // prettier-ignore
            expect(known['bound'](start) / h.probability).toBeCloseTo(known.plan(at)!.expectedMinutes, 6);
          }
          seen.looks += Number(plan!.next.action === 'look' && beforeRepull.length === 0);
          seen.waits += Number(beforeRepull.some((m) => JSON.stringify(m) === JSON.stringify(plan!.next)));
          seen.barred += Number(redoBarred.head || redoBarred.tail);
          seen.leads += Number(plan!.next.action === 'swap-lead');
          seen.shields += Number(hypotheses.some((h) => h.shield));
          seen.repulls += Number(plan!.next.action === 're-pull');
          seen.plates += Number(behindPlate.head || behindPlate.tail);
        },
      ),
      { numRuns: 300, seed: 4 },
    ); // prettier-ignore
    for (const [what, times] of Object.entries(seen)) expect(times, what).toBeGreaterThan(3);
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
    const bad: CompactEnd = { ...right, open: 0b11, looksHome: 0b1, bridges: [[3, 4]] };
    expect(repunched(bad, right, 0b1001)).toEqual({ ...right, open: 0b10 });
    const bent: CompactEnd = { ...right, open: 1, looksHome: 1, bent: 1 };
    expect(repunched(bent, right, 1)).toEqual(bent);
  });
});

describe('what mends a known explanation', () => {
  it('names both ends, the near one first', () => {
    const both: Hypothesis = {
      head: mistake('missed-punch', 0),
      tail: mistake('short-conductor', 7),
      cable: SOUND_CABLE,
      ...READ_RIGHT,
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
