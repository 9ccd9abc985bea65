import { DEFAULT_COSTS } from '../model/costs';
import jstat from 'jstat';
import { describe, expect, it } from 'vitest';
import demo from '../../../demo/skerry-point.json';
import { jobFileSchema } from '../model/job';
import { STARTING_WEIGHTS } from './catalogue';
import { createEngine } from './engine';
import { NOTHING_KNOWN, type Knowledge } from './types';
import { project } from '../log/projection';
import { findingsCounted, learnedWeights, nothingFound, PRIOR_STRENGTH, weightsForJob } from './learn';

const file = jobFileSchema.parse(demo);
const linkOf = (id: string) => file.links.find((l) => l.id === id);

describe('learning from what was found', () => {
  it('is the mean of the Dirichlet, whose marginals are Beta (against the package jstat)', () => {
    const counts = { ...nothingFound(), jack: { 'missed-punch': 9, 'other-scheme': 4 } };
    const learned = learnedWeights(counts).jack;
    const total = Object.values(STARTING_WEIGHTS.jack).reduce((a, b) => a + b, 0);
    for (const [kind, weight] of Object.entries(STARTING_WEIGHTS.jack)) {
      const alpha = (PRIOR_STRENGTH * weight) / total + (counts.jack[kind as 'missed-punch'] ?? 0);
      expect(learned[kind]).toBeCloseTo(jstat.beta.mean(alpha, PRIOR_STRENGTH + 13 - alpha), 12);
    }
    expect(Object.values(learned).reduce((a, b) => a + b, 0)).toBeCloseTo(1, 12);
  });
  it('raises what was found and lowers the rest of its list, and leaves other lists alone', () => {
    const start = learnedWeights(nothingFound());
    const after = learnedWeights({ ...nothingFound(), plug: { 'upside-down': 5 } });
    expect(after.plug['upside-down']).toBeGreaterThan(start.plug['upside-down']!);
    expect(after.plug['short-conductor']).toBeLessThan(start.plug['short-conductor']!);
    expect(after.jack).toEqual(start.jack);
  });
  it('moves the start by the crew’s other jobs, and on from there by this one', () => {
    const crew = { ...nothingFound(), jack: { 'pair-reversed': 50 } };
    const weights = weightsForJob({ ...nothingFound(), jack: { 'missed-punch': 50 } }, crew).jack;
    // By hand: start 8/85 and 30/85; crew (50*8/85 + 50)/100 = 0.547059 and 0.176471; job half of each, plus 0.5.
    expect(weights['pair-reversed']).toBeCloseTo(0.273529, 6);
    expect(weights['missed-punch']).toBeCloseTo(0.588235, 6);
  });
  it('counts the demo job’s findings by connector class', () => {
    const counts = project(findingsCounted(linkOf), file.entries);
    expect(counts.jack['missed-punch']).toBeGreaterThan(2);
    expect(
      Object.values(counts)
        .flatMap((list) => Object.values(list))
        .reduce((a, b) => a + b, 0),
    ).toBe(file.entries.filter((e) => e.kind === 'found').length);
  });
  it('changes what the engine thinks likely', () => {
    const engine = createEngine();
    const ask = (knowledge: Partial<Knowledge> = {}) =>
      engine
        .diagnose({
          link: {
            head: { connector: 'jack', scheme: 'T568B' },
            tail: { connector: 'plug', scheme: 'T568B' },
            ordered: 'straight',
            shielded: false,
          },
          leads: { head: 'proven', tail: 'none' },
          reading: {
            evidence: 'wiremap',
            splits: [],
            walk: [['1'], ['2'], ['3'], [], ['5'], ['6'], ['7'], ['8']],
          },
          standingAt: 'head',
          knowledge: { ...NOTHING_KNOWN, ...knowledge },
          costs: DEFAULT_COSTS,
        })
        .explanations.find((e) => e.mistakes[0]!.kind === 'missed-punch')!.probability;
    const before = ask();
    engine.weigh(learnedWeights({ ...nothingFound(), jack: { 'missed-punch': 60 } }));
    expect(ask()).toBeGreaterThan(before);
    engine.weigh(STARTING_WEIGHTS);
    const found = { head: { 'missed-punch': 60 }, tail: {}, cable: {}, lead: {} };
    expect(ask({ found })).toBeGreaterThan(before);
  });
});
