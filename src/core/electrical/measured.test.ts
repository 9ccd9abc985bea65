import { describe, expect, it } from 'vitest';
import { openOfficeCords } from './cords';
import { delayOfLength, TYPICAL_NVP } from './length';
import { judgeElectrical, judgeLength, UNLIKE_COPPER, UNLIKE_SIBLINGS, type MeasuredCable } from './measured';
import { circuitOhms, leastPoe, poeAtDevice, POE_TYPES, poeThrough, riseOf } from './poe';
import { conductorOhms, loopOhms, mostUnbalanceOhms, TWIST_TAKE_UP } from './resistance';

const link = (more: Partial<MeasuredCable> = {}): MeasuredCable => ({ gauge: 24, configuration: 'permanent-link', ...more }); // prettier-ignore
const PAIRS = ['12', '36', '45', '78'] as const;
const loops = (...ohms: number[]) => ({ loopOhms: Object.fromEntries(ohms.map((o, i) => [PAIRS[i]!, o])) });

describe('a measured value as it is told', () => {
  it('names itself, its unit, its limit and the room it leaves', () => {
    expect(judgeLength(63.456, 'permanent-link')).toEqual({
      what: 'Length',
      value: 63.456,
      unit: 'm',
      limit: 90,
      expected: null,
      margin: (90 - 63.456) / 90,
      grade: 'good',
      text: 'Length 63.46 m, limit 90 m.',
    });
    expect(judgeLength(95.126, 'permanent-link').text).toBe('Length 95.13 m is over 90 m by less than the measuring may err.'); // prettier-ignore
    expect(judgeLength(99.5, 'permanent-link').text).toBe('Length 99.5 m is over the limit of 90 m.');
    expect(judgeLength(110, 'channel').grade).toBe('star');
  });
  it('of each pair has the pair’s name; of a delay with its length, what the cable gives beside it', () => {
    const found = judgeElectrical(
      { ...loops(9.45, 9.4, 9.42, 9.44), unbalanceOhms: { '36': 0.1 }, delayNs: { '12': 250, '78': 255 } },
      link({ lengthMetres: 50, nvp: 0.7 }),
    );
    const by = Object.fromEntries(found.map((f) => [f.what, f]));
    expect(Object.keys(by).sort()).toEqual(['Delay 1-2', 'Delay 7-8', 'Loop 1-2', 'Loop 3-6', 'Loop 4-5', 'Loop 7-8', 'Skew', 'Unbalance 3-6']); // prettier-ignore
    expect(by['Loop 4-5']).toMatchObject({ unit: 'Ω', limit: 21, expected: loopOhms(24, 50) });
    expect(by['Delay 1-2']).toMatchObject({ unit: 'ns', limit: 498, expected: delayOfLength(50, 0.7), value: 250 }); // prettier-ignore
    expect(by['Skew']).toMatchObject({ unit: 'ns', limit: 44, value: 5, text: 'Skew 5 ns, limit 44 ns.' });
    expect(by['Unbalance 3-6']).toMatchObject({ unit: 'Ω', limit: mostUnbalanceOhms(9.4), grade: 'good' });
    const [usual] = judgeElectrical({ delayNs: { '12': 250 } }, link({ lengthMetres: 50 }));
    expect(usual!.expected).toBe(delayOfLength(50, TYPICAL_NVP));
    const [unknown] = judgeElectrical({ delayNs: { '12': 250 } }, link());
    expect(unknown!.expected).toBeNull();
    const [loop] = judgeElectrical(loops(5), link());
    expect(loop!.expected).toBeNull();
    const warm = judgeElectrical({ ...loops(5), celsius: 40 }, link({ lengthMetres: 30 }));
    expect(warm[0]!.expected).toBe(loopOhms(24, 30, 40));
  });
  it('of two conductors of a pair is held by that pair’s loop, or by the limit’s where it was not measured', () => {
    const unlike = (ohms: number, loop?: number) =>
      judgeElectrical({ unbalanceOhms: { '36': ohms }, ...(loop === undefined ? {} : { loopOhms: { '36': loop } }) }, link()).find((f) => f.what.startsWith('Unbalance'))!; // prettier-ignore
    // 3 % of 10 Ω, of 21 Ω, and never under 0.2 Ω.
    expect([0.3, 0.31].map((o) => unlike(o, 10).grade)).toEqual(['good', 'over']);
    expect([0.63, 0.64].map((o) => unlike(o).grade)).toEqual(['good', 'over']);
    expect([0.2, 0.21].map((o) => unlike(o, 3).grade)).toEqual(['good', 'over']);
  });
  it('stands before better ones: over, suspect, then good', () => {
    const found = judgeElectrical({ ...loops(4.2, 4.2, 5.6, 4.2), delayNs: { '12': 499 } }, link());
    expect(found.map((f) => [f.what, f.grade])).toEqual([
      ['Delay 1-2', 'over'],
      ['Loop 4-5', 'suspect'],
      ['Loop 1-2', 'good'],
      ['Loop 3-6', 'good'],
      ['Loop 7-8', 'good'],
    ]);
  });
});

describe('a pair unlike its siblings', () => {
  const grade = (...ohms: number[]) =>
    Object.fromEntries(judgeElectrical(loops(...ohms), link()).map((f) => [f.what, f.grade]));
  it('is held against the middle of the others, whatever order they come in', () => {
    const bound = 4 * (1 + UNLIKE_SIBLINGS.share) + UNLIKE_SIBLINGS.ohms;
    // The others are 3, 4 and 9: their middle is 4, and 9 is unlike it too.
    expect(grade(9, bound + 0.01, 3, 4)).toEqual({ 'Loop 1-2': 'suspect', 'Loop 3-6': 'suspect', 'Loop 4-5': 'good', 'Loop 7-8': 'good' }); // prettier-ignore
    expect(grade(9, bound - 0.01, 3, 4)['Loop 3-6']).toBe('good');
    expect(grade(bound, 4, 4, 4)['Loop 1-2']).toBe('good');
    expect(grade(bound + 1e-9, 4, 4, 4)['Loop 1-2']).toBe('suspect');
    // Of two others the middle lies between them.
    const mid = 5 * (1 + UNLIKE_SIBLINGS.share) + UNLIKE_SIBLINGS.ohms;
    expect([mid - 0.01, mid + 0.01].map((o) => grade(o, 4, 6)['Loop 1-2'])).toEqual(['good', 'suspect']);
    // One other alone says nothing of which of the two is bad.
    expect(grade(20, 4)).toEqual({ 'Loop 1-2': 'good', 'Loop 3-6': 'good' });
    expect(judgeElectrical(loops(4, 5.004, 4, 4), link())[0]!.text).toBe('Loop 3-6 is 5 Ω where the other pairs have 4 Ω: a contact of this pair is bad, though it is under the limit.'); // prettier-ignore
  });
});

describe('copper that is not what was planned', () => {
  const copper = loopOhms(24, 50);
  const bound = copper * (1 + UNLIKE_COPPER.share) + UNLIKE_COPPER.ohms;
  const of = (ohms: number[], cable: Partial<MeasuredCable> = { lengthMetres: 50 }, celsius?: number) =>
    judgeElectrical({ ...loops(...ohms), ...(celsius === undefined ? {} : { celsius }) }, link(cable));
  it('is suspected where all of at least three loops are high, not at the bound itself', () => {
    expect(of([bound, bound, bound]).map((f) => f.grade)).toEqual(['good', 'good', 'good']);
    const high = of([bound + 0.01, bound + 0.01, bound + 0.01]);
    expect(high.map((f) => f.grade)).toEqual(['suspect', 'suspect', 'suspect']);
    expect(high[0]!.text).toBe(`All loops are high: ${(bound + 0.01).toFixed(2)} Ω where 50 m of 24 AWG copper has ${copper.toFixed(2)} Ω. Copper-clad aluminium, a thinner cable than planned, or a longer one.`); // prettier-ignore
    // Two alone may be two contacts.
    expect(of([bound + 0.01, bound + 0.01])[0]!.text).toContain('Measure the other pairs');
    // A warm cable has more of its own: 40 K more is 16 %.
    expect(of([bound + 0.01, bound + 0.01, bound + 0.01], undefined, 60).map((f) => f.grade)).toEqual(['good', 'good', 'good']); // prettier-ignore
  });
  it('may be a contact as well where one loop alone was measured', () => {
    expect(of([bound])[0]!.grade).toBe('good');
    const [one] = of([2 * copper]);
    expect(one).toMatchObject({ grade: 'suspect' });
    expect(one!.text).toBe(`Loop 1-2 is ${Math.round(200 * copper) / 100} Ω where its copper has ${Math.round(100 * copper) / 100} Ω: 100 % high. Measure the other pairs: one high is a contact, all high is the cable.`); // prettier-ignore
    // With three, one that is high is a contact by its siblings, and none of them is told of copper.
    const three = of([copper, copper, 2 * copper]);
    expect(three.map((f) => f.grade)).toEqual(['suspect', 'good', 'good']);
    expect(three[0]!.text).toContain('a contact of this pair is bad');
    expect(three[1]!.text).toMatch(/^Loop 1-2 [\d.]+ Ω, limit 21 Ω\.$/);
  });
  it('longer than its plan is a question, of three loops or more, where nobody measured its length', () => {
    const per = loopOhms(24, 100) / 100;
    const most = 20 * (1 + UNLIKE_COPPER.share) + UNLIKE_COPPER.ohms / per;
    const asks = (metres: number, n = 3, cable: Partial<MeasuredCable> = { plannedMetres: 20 }, celsius?: number) =>
      of(Array.from({ length: n }, () => metres * per), cable, celsius)[0]!.text; // prettier-ignore
    expect(asks(most + 0.1)).toBe(`Loop 1-2 ${Math.round((most + 0.1) * per * 100) / 100} Ω, limit 21 Ω. That is the copper of ${Math.round(most + 0.1)} m, where 20 m were planned: is it longer?`); // prettier-ignore
    const plain = /^Loop 1-2 [\d.]+ Ω, limit 21 Ω\.$/;
    expect(asks(most - 0.1)).toMatch(plain);
    expect(asks(40, 2)).toMatch(plain);
    expect(asks(40, 3, {})).toMatch(plain);
    expect(asks(21, 3, { plannedMetres: 10, lengthMetres: 21 })).toMatch(plain);
    // What is warmer than usual has the same ohms at fewer metres.
    expect(asks(most + 0.1, 3, { plannedMetres: 20 }, 60)).toMatch(/^Loop 1-2 [\d.]+ Ω, limit 24\.3 Ω\.$/);
    // One that is over its limit has that to say and nothing else.
    expect(asks(130)).toMatch(/is over the limit of 21 Ω\.$/);
  });
});

describe('power over the cable', () => {
  it('arrives by Ohm’s law: what the circuit takes off the volts, and amperes squared of the watts', () => {
    const [type2] = POE_TYPES.filter((t) => t.type === 2);
    // 30 W at 50 V are 0.6 A; through 10 Ω they lose 6 V and 3.6 W.
    expect(poeThrough(type2!, 10)).toEqual({ amperes: 0.6, lost: 3.5999999999999996, watts: 26.4, volts: 44, enough: true }); // prettier-ignore
    expect([12.5, 12.6].map((o) => poeThrough(type2!, o).enough)).toEqual([true, true]);
    expect(poeThrough(type2!, 12.7).enough).toBe(false);
    // Two pairs of 20 Ω each: one out, one back, each of two conductors side by side.
    expect(POE_TYPES.map((t) => circuitOhms(t, 20))).toEqual([10, 10, 5, 5]);
    expect(poeAtDevice(type2!, 24, 100).lost).toBeCloseTo(0.36 * (loopOhms(24, 100) / 2), 9);
    expect(loopOhms(24, 100)).toBeCloseTo(2 * TWIST_TAKE_UP * conductorOhms(24, 100), 12);
    expect(loopOhms(24, 100)).toBeGreaterThan(2 * conductorOhms(24, 100));
  });
  it('of so many watts at the device wants the least type that is sure of them', () => {
    expect([1, 12.95, 13, 25.5, 51, 71.3].map((w) => leastPoe(w)!.type)).toEqual([1, 1, 2, 2, 3, 4]);
    expect(leastPoe(72)).toBeUndefined();
  });
  it('warms the middle of a bundle by what leads inside it and what its outside gives off, by hand', () => {
    // 25 cables of 5 mm: 0.0275 m across. Four pairs with 0.5 A: 4 · 0.25 · loop / 4 watts a metre each.
    const watts = 25 * 4 * 0.25 * (loopOhms(24, 1) / 4);
    expect(riseOf(0.5, 4, 25, 24, 5)).toBeCloseTo(watts / (4 * Math.PI * 0.12) + watts / (Math.PI * 0.0275 * 6), 9); // prettier-ignore
  });
});

it('cords of an open office: none where the horizontal cable takes it all, or is no length', () => {
  expect(openOfficeCords(0, 24)).toEqual({ total: 27, workArea: 22 });
  // (102 − 96) / 1.2 is the 5 m the room takes: nothing is left at the desk.
  for (const metres of [96, 120, -1, NaN])
    expect(() => openOfficeCords(metres, 24)).toThrow('leaves nothing for a cord');
  expect(openOfficeCords(95.9, 24).workArea).toBeCloseTo(0.083, 3);
});
