import { describe, expect, it } from 'vitest';
import { DEFAULT_COSTS } from '../model/costs';
import { parseWalk } from '../reading/walk';
import { createEngine } from './engine';
import { NOTHING_KNOWN, type DiagnoseInput, type Knowledge } from './types';

const engine = createEngine();
const ask = (
  text: string,
  known: Partial<Knowledge> = {},
  more: Partial<DiagnoseInput> = {},
  shielded = true,
) => {
  const parsed = parseWalk(text, shielded);
  if (!parsed.ok) throw new Error(parsed.message);
  const input: DiagnoseInput = {
    link: {
      head: { connector: 'jack', scheme: 'T568B' },
      tail: { connector: 'jack', scheme: 'T568B' },
      ordered: 'straight',
      shielded,
      lengthMetres: 30,
    },
    leads: { head: 'none', tail: 'none' },
    reading: { evidence: 'wiremap', splits: [], walk: parsed.walk },
    standingAt: 'head',
    knowledge: { ...NOTHING_KNOWN, ...known },
    costs: DEFAULT_COSTS,
    ...more,
  };
  return engine.diagnose(input);
};
const SHIELD_OPEN = '1 2 3 4 5 6 7 8 -';
/** The likeliest explanations: where their mistakes lie, with their chances in hundredths. */
const told = (d: ReturnType<typeof ask>, most: number) =>
  d.explanations.slice(0, most).map((e) => [e.mistakes.map((m) => m.where).join('+'), Math.round(100 * e.probability)]); // prettier-ignore
const otherAt = (where: string, contacts: string[], conductors: string[]) => ({ where, kind: 'other', contacts, conductors }); // prettier-ignore

/* Shares of the shield's faults are our own judgement; what follows from them is worked by hand. */
describe('a shield that does not answer', () => {
  it('is open at either end, seldom in the cable, and looked at where one stands', () => {
    const atHead = ask(SHIELD_OPEN);
    expect(told(atHead, 3)).toEqual([['head', 45], ['tail', 45], ['cable', 10]]); // prettier-ignore
    expect(atHead.explanations.slice(0, 3).map((e) => e.mistakes)).toEqual([[otherAt('head', ['S'], ['DRAIN'])], [otherAt('tail', ['S'], ['DRAIN'])], [otherAt('cable', [], ['DRAIN'])]]); // prettier-ignore
    expect(atHead.explanations[0]!.head.open).toEqual(['S']);
    expect(atHead.explanations[2]!.cable.breaks).toEqual([{ conductor: 'DRAIN', zone: 'span' }]);
    expect(atHead.next).toMatchObject({ action: 'look', end: 'head', contact: 'S' });
    const atTail = ask(SHIELD_OPEN, {}, { standingAt: 'tail' });
    expect(told(atTail, 3)).toEqual([['tail', 45], ['head', 45], ['cable', 10]]); // prettier-ignore
    expect(atTail.next).toMatchObject({ action: 'look', end: 'tail', contact: 'S' });
  });
  it('is seldom open again at an end that was done again', () => {
    const [first, second, third] = told(ask(SHIELD_OPEN, { redone: ['head'] }), 3);
    // 0.45 and 0.1 beside 0.009 (a fiftieth of 0.45), in the ratio that is left of them.
    expect([first![0], second![0], third![0]]).toEqual(['tail', 'cable', 'head']);
    expect((second![1] as number) / (first![1] as number)).toBeCloseTo(0.1 / 0.45, 1);
    expect((third![1] as number) / (first![1] as number)).toBeCloseTo(0.02, 1);
  });
  it('goes with what is wrong with the eight, each by itself', () => {
    const both = ask('1 2 3 - 5 6 7 8 -');
    expect(both.explanations[0]!.mistakes.map((m) => [m.kind, m.contacts])).toEqual([['missed-punch', ['4']], ['other', ['S']]]); // prettier-ignore
    for (const e of both.explanations) expect(e.mistakes.some((m) => m.conductors.includes('DRAIN'))).toBe(true); // prettier-ignore
  });
  it('is not what a look saw to be well', () => {
    const seen = ask(SHIELD_OPEN, {
      looked: [{ end: 'head', contact: 'S', conductor: 'DRAIN', open: false }],
    });
    expect(told(seen, 2)).toEqual([['tail', 82], ['cable', 18]]); // prettier-ignore
    const known = ask(SHIELD_OPEN, {
      looked: [{ end: 'head', contact: 'S', conductor: 'DRAIN', open: true }],
    });
    expect(told(known, 1)).toEqual([['head', 100]]);
  });
});

describe('a shield that answers with another contact', () => {
  it('is joined to it at either end', () => {
    const joined = ask('1 2 3+S 4 5 6 7 8 3+S');
    expect(told(joined, 2)).toEqual([['head', 50], ['tail', 50]]); // prettier-ignore
    expect(joined.explanations[0]!.mistakes).toEqual([otherAt('head', ['3', 'S'], ['DRAIN'])]);
    expect(joined.explanations[0]!.head.bridges).toEqual([['3', 'S']]);
    const again = told(ask('1 2 3+S 4 5 6 7 8 3+S', { redone: ['head'] }), 1)[0]!;
    expect([again[0], (again[1] as number) > 95]).toEqual(['tail', true]);
  });
  it('lies where the other belongs, where they answer each other alone', () =>
    expect(told(ask('1 2 S 4 5 6 7 8 3'), 3)).toEqual([['head', 50], ['tail', 50]])); // prettier-ignore
  it('contradicts a reading in which it is well', () =>
    expect(() => ask('1 2 3 4 5 6 7 8 S', { looked: [{ end: 'head', contact: 'S', conductor: 'DRAIN', open: true }] })).toThrow('What was seen does not fit this reading')); // prettier-ignore
});

describe('what no list names', () => {
  it('is laid to one end rather than both, the near one first', () => {
    const turned = ask('2 3 4 5 6 7 8 1', {}, {}, false);
    expect(told(turned, 3)).toEqual([['head', 50], ['tail', 50]]); // prettier-ignore
    expect(turned.explanations[0]!.mistakes[0]!.conductors).toEqual(['O', 'WG', 'BL', 'WBL', 'G', 'WBR', 'BR', 'WO']); // prettier-ignore
    expect(told(ask('2 3 4 5 6 7 8 1', {}, { standingAt: 'tail' }, false), 2)).toEqual([['tail', 50], ['head', 50]]); // prettier-ignore
  });
  it('weighs a quarter for each place more', () => {
    const { explanations } = ask('3 1 2 6 5 4 8 7', {}, {}, false);
    const places = explanations.map((e) => e.mistakes.length);
    expect(places.slice(0, 3)).toEqual([1, 1, 2]);
    expect(explanations[2]!.probability / explanations[0]!.probability).toBeCloseTo(0.25, 9);
    expect(explanations.reduce((sum, e) => sum + e.probability, 0)).toBeCloseTo(1, 9);
    expect(explanations[0]!.mistakes[0]).toMatchObject({ where: 'head', kind: 'other', contacts: ['1', '2', '3', '4', '6', '7', '8'] }); // prettier-ignore
  });
});
