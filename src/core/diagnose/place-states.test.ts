import { describe, expect, it } from 'vitest';
import { ANY_CABLE_FAULT, ANY_MISTAKE, endMistakes, STARTING_WEIGHTS } from './catalogue';
import { cableKey, endKey, rightEnd, SOUND_CABLE } from './compact';
import { cableStates, endStates, READ_BACK_FACTOR } from './place-states';

const total = (list: Iterable<number>) => [...list].reduce((a, b) => a + b, 0);

describe('states of an end', () => {
  const jack = endStates('jack', 'T568B');
  it('begin with the right one, by fewest mistakes', () => {
    expect(endKey(jack.states[0]!.state)).toBe(endKey(rightEnd('T568B')));
    const fewest = jack.states.map((s) => s.order);
    expect([...fewest].sort((a, b) => a - b)).toEqual(fewest);
    jack.upTo.forEach((n, k) => expect(fewest.filter((o) => o <= k)).toHaveLength(n));
  });
  it('each stand once', () => {
    expect(new Set(jack.states.map((s) => endKey(s.state))).size).toBe(jack.states.length);
  });
  it('are what their mistakes lead to', () => {
    for (const s of jack.states.filter((_, i) => i % 37 === 0))
      expect(endKey(s.mistakes.reduce((end, m) => m.apply(end), s.right))).toBe(endKey(s.state));
  });
  /* Worked by hand: a missed punch at contact 4 weighs 30/8 of 70; one mistake has chance (1-p)p = 0.96 * 0.04. */
  it('have the chance that the catalogue states, as far as one mistake goes', () => {
    const missed = endMistakes('jack', 'T568B').find(
      (m) => m.kind === 'missed-punch' && m.apply(rightEnd('T568B')).open === 8,
    )!;
    const at = jack.states.findIndex((s) => endKey(s.state) === endKey(missed.apply(rightEnd('T568B'))));
    const once = 0.96 * 0.04 * (30 / 8 / 70);
    expect(jack.weights.plain[at]!).toBeGreaterThan(once);
    expect(jack.weights.plain[at]!).toBeLessThan(once * 1.01);
  });
  it('add up to nearly one: what is missing is four mistakes and more, and the same one twice', () => {
    for (const connector of ['plug', 'jack'] as const) {
      const sum = total(endStates(connector, 'T568A').weights.plain);
      expect(sum).toBeLessThan(1);
      expect(sum).toBeGreaterThan(1 - ANY_MISTAKE ** 2 / 5 - ANY_MISTAKE ** 4);
    }
  });
  it('weigh a twentieth for each mistake in the order where that was read back', () => {
    const crossed = jack.states.findIndex(
      (s) => s.mistakes.length === 1 && s.mistakes[0]!.kind === 'other-scheme',
    );
    expect(jack.weights.readBack[crossed]! / jack.weights.plain[crossed]!).toBeCloseTo(READ_BACK_FACTOR, 3);
    const missed = jack.states.findIndex(
      (s) => s.mistakes.length === 1 && s.mistakes[0]!.kind === 'missed-punch',
    );
    expect(jack.weights.readBack[missed]! / jack.weights.plain[missed]!).toBeGreaterThan(0.99);
  });
  it('keep their order under other weights, so that an index stays good', () => {
    const weights = { ...STARTING_WEIGHTS, jack: { ...STARTING_WEIGHTS.jack, 'missed-punch': 500 } };
    const other = endStates('jack', 'T568B', weights);
    expect(other.states.map((s) => endKey(s.state))).toEqual(jack.states.map((s) => endKey(s.state)));
    expect(other.weights.plain).not.toEqual(jack.weights.plain);
  });
});

describe('states of a cable', () => {
  const cable = cableStates();
  it('begin with a sound one, whose chance is that of no fault', () => {
    expect(cableKey(cable.states[0]!.state)).toBe(cableKey(SOUND_CABLE));
    expect(cable.weights.plain[0]).toBeCloseTo(1 - ANY_CABLE_FAULT, 12);
  });
  it('go up to two faults', () => expect(Math.max(...cable.states.map((s) => s.order))).toBe(2));
});
