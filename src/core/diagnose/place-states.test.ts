import { describe, expect, it } from 'vitest';
import { madeTo, rightEnd } from '../../../tests/support/ends';
import { CONNECTOR_CLASSES } from '../wiring/connector';
import { ANY_CABLE_FAULT, ANY_MISTAKE, cableMistakes, endMistakes, STARTING_WEIGHTS } from './catalogue';
import { cableKey, endKey, SOUND_CABLE } from './compact';
import { cableStates, endStates, MOST_MISTAKES, READ_BACK_FACTOR, type PlaceStates } from './place-states';

const numbers = (states: PlaceStates<unknown>) => Array.from({ length: states.upTo.at(-1)! }, (_, i) => i);
const jack = endStates('jack', madeTo('T568B'));
const plainly = jack.kinds(STARTING_WEIGHTS.jack);
const once = (kind: string) =>
  numbers(jack).find((i) => jack.order(i) === 1 && jack.mistakes(i)[0]!.kind === kind)!;

describe('states of an end', () => {
  it('begin with the right one, by fewest mistakes', () => {
    expect(endKey(jack.state(0))).toBe(endKey(rightEnd('T568B')));
    const fewest = numbers(jack).map((i) => jack.order(i));
    expect([...fewest].sort((a, b) => a - b)).toEqual(fewest);
    jack.upTo.forEach((n, k) => expect(fewest.filter((o) => o <= k)).toHaveLength(n));
  });
  it('each stand once', () => {
    for (const connector of CONNECTOR_CLASSES) {
      const states = endStates(connector, madeTo('T568A'));
      const text = new Set(numbers(states).map((i) => JSON.stringify({ ...states.state(i), seats: [...states.state(i).seats] }))); // prettier-ignore
      expect(text.size).toBe(states.upTo.at(-1));
    }
  });
  it('are what their mistakes lead to', () => {
    for (const i of numbers(jack).filter((i) => i % 37 === 0))
      expect(endKey(jack.mistakes(i).reduce((end, m) => m.apply(end), jack.right))).toBe(
        endKey(jack.state(i)),
      );
  });
  /* Worked by hand: a missed punch at contact 4 weighs 30/8 of 85; one mistake has chance (1-p)p = 0.96 * 0.04. */
  it('have the chance that the catalogue states, as far as one mistake goes', () => {
    const missed = endMistakes('jack', madeTo('T568B')).find(
      (m) => m.kind === 'missed-punch' && m.apply(jack.right).open === 8,
    )!;
    const at = numbers(jack).find((i) => endKey(jack.state(i)) === endKey(missed.apply(jack.right)))!;
    const byHand = 0.96 * 0.04 * (30 / 8 / 85);
    expect(jack.chance(at, plainly)).toBeGreaterThan(byHand);
    expect(jack.chance(at, plainly)).toBeLessThan(byHand * 1.01);
  });
  it('add up to nearly one: what is missing is four mistakes and more, and the same one twice', () => {
    for (const connector of CONNECTOR_CLASSES) {
      const states = endStates(connector, madeTo('T568A'));
      const kinds = states.kinds(STARTING_WEIGHTS[connector]);
      const sum = numbers(states).reduce((s, i) => s + states.chance(i, kinds), 0);
      expect(sum).toBeLessThan(1);
      expect(sum).toBeGreaterThan(1 - ANY_MISTAKE ** 2 / 5 - ANY_MISTAKE ** 4);
    }
  });
  it('weigh a twentieth for each mistake in the order where that was read back', () => {
    const readBack = jack.kinds(STARTING_WEIGHTS.jack, true);
    const ratio = (i: number) => jack.chance(i, readBack) / jack.chance(i, plainly);
    expect(ratio(once('other-scheme'))).toBeCloseTo(READ_BACK_FACTOR, 3);
    expect(ratio(once('missed-punch'))).toBeGreaterThan(0.99);
  });
  it('are likelier where their kind was found more often, and need no new states for that', () => {
    const found = jack.kinds({ ...STARTING_WEIGHTS.jack, 'missed-punch': 500 });
    expect(jack.chance(once('missed-punch'), found)).toBeGreaterThan(
      jack.chance(once('missed-punch'), plainly),
    );
    expect(jack.chance(once('pair-reversed'), found)).toBeLessThan(
      jack.chance(once('pair-reversed'), plainly),
    );
  });
});

/** A way to go wrong, as both catalogues have them. */
interface Way<S> {
  kind: string;
  share: number;
  apply(s: S): S;
}

/** Chances of all states, and the likeliest way to each by fewest mistakes, by going through every sequence. */
function byHand<S>(
  right: S,
  ways: readonly Way<S>[],
  keyOf: (s: S) => number,
  p: number,
  most: number,
  weights: Record<string, number>,
) {
  const total = [...new Set(ways.map((w) => w.kind))].reduce((sum, k) => sum + weights[k]!, 0);
  const found = new Map<number, { chance: number; order: number; best: number }>();
  const go = (state: S, used: readonly Way<S>[], chance: number) => {
    const key = keyOf(state);
    const here = found.get(key) ?? { chance: 0, order: used.length, best: 0 };
    here.chance += (1 - p) * p ** used.length * chance;
    if (used.length < here.order) Object.assign(here, { order: used.length, best: chance });
    else if (used.length === here.order) here.best = Math.max(here.best, chance);
    found.set(key, here);
    if (used.length < most)
      for (const w of ways)
        if (!used.includes(w))
          go(w.apply(state), [...used, w], (chance * weights[w.kind]! * w.share) / total);
  };
  go(right, [], 1);
  return { found, chanceOf: (used: readonly Way<S>[]) => used.reduce((c, w) => (c * weights[w.kind]! * w.share) / total, 1) }; // prettier-ignore
}

/** Every state there is, with the chance, the fewest mistakes and a likeliest way that going through all finds. */
function expectAsByHand<S>(
  states: PlaceStates<S>,
  keyOf: (s: S) => number,
  weights: Record<string, number>,
  { found, chanceOf }: ReturnType<typeof byHand<S>>,
): void {
  const kinds = states.kinds(weights);
  expect(states.upTo.at(-1)).toBe(found.size);
  for (const i of numbers(states)) {
    const wanted = found.get(keyOf(states.state(i)))!;
    expect(states.chance(i, kinds) / wanted.chance).toBeCloseTo(1, 9);
    expect([states.order(i), states.mistakes(i).length]).toEqual([wanted.order, wanted.order]);
    expect(chanceOf(states.mistakes(i)) / wanted.best).toBeCloseTo(1, 6);
  }
}

describe('states, found by going through every sequence of mistakes', () => {
  it('of an end, as it was ordered', () => {
    const made = { scheme: 'T568A', ordered: 'straight' } as const;
    const [least] = [...CONNECTOR_CLASSES].sort((a, b) => endMistakes(a, made).length - endMistakes(b, made).length); // prettier-ignore
    const weights = STARTING_WEIGHTS[least!];
    const states = endStates(least!, made);
    expectAsByHand(states, endKey, weights, byHand(rightEnd('T568A'), endMistakes(least!, made), endKey, ANY_MISTAKE, MOST_MISTAKES, weights)); // prettier-ignore
    // Once made, they are the same ones; made to another scheme or order they are others.
    expect(endStates(least!, made)).toBe(states);
    expect(endStates(least!, { ...made, scheme: 'T568B' })).not.toBe(states);
    expect(endStates(least!, { ...made, ordered: 'crossover' })).not.toBe(states);
  });
  it('of a cable', () => {
    const weights = STARTING_WEIGHTS.cable;
    expectAsByHand(cableStates(), cableKey, weights, byHand(SOUND_CABLE, cableMistakes(), cableKey, ANY_CABLE_FAULT, 2, weights)); // prettier-ignore
    expect(cableStates()).toBe(cableStates());
    expect([cableStates().upTo.length, cableStates().upTo[3]]).toEqual([4, cableStates().upTo[2]]);
  });
});

describe('states of a cable', () => {
  const cable = cableStates();
  it('begin with a sound one, whose chance is that of no fault', () => {
    expect(cableKey(cable.state(0))).toBe(cableKey(SOUND_CABLE));
    expect(cable.chance(0, cable.kinds(STARTING_WEIGHTS.cable))).toBeCloseTo(1 - ANY_CABLE_FAULT, 12);
  });
  it('go up to two faults', () => expect(Math.max(...numbers(cable).map((i) => cable.order(i)))).toBe(2));
});
