import { DEFAULT_COSTS } from '../model/costs';
import jstat from 'jstat';
import { describe, expect, it } from 'vitest';
import demo from '../../../demo/skerry-point.json';
import { jobFileSchema } from '../model/job';
import { STARTING_WEIGHTS } from './catalogue';
import { createEngine } from './engine';
import { NOTHING_KNOWN, type Knowledge } from './types';
import { project } from '../log/projection';
import type { LogEntry } from '../model/entry';
import type { MistakePlace } from '../model/mistake-places';
import { classOf } from '../wiring/connector';
import {
  addFound,
  findingsCounted,
  learnedWeights,
  nothingFound,
  PRIOR_STRENGTH,
  weightsForJob,
  weightsForLink,
} from './learn';

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
  it('counts each finding where it belongs: an end’s class, the cable, the leads; never the setting, nor what no list names', () => {
    const link = file.links.find((l) => l.head.connector !== l.tail.connector && classOf(l.head.connector) === 'jack')!; // prettier-ignore
    const of = (id: string, ...mistakes: [MistakePlace, string][]) =>
      ({ kind: 'found', link: id, data: { mistakes: mistakes.map(([where, kind]) => ({ where, kind, contacts: [], conductors: [] })), asExplained: false } }) as unknown as LogEntry; // prettier-ignore
    const { kinds, init, step } = findingsCounted(linkOf);
    expect(kinds).toEqual(['found']);
    const counts = [
      of(link.id, ['head', 'missed-punch'], ['cable', 'nicked'], ['lead-head', 'lead-open'], ['lead-tail', 'lead-open']), // prettier-ignore
      of(
        link.id,
        ['setting', 'wrong-port'],
        ['head', 'other'],
        ['cable', 'missed-punch'],
        ['lead-tail', 'nicked'],
      ),
      of('no such link', ['head', 'missed-punch']),
      { kind: 'noted', link: link.id, data: { mistakes: [{ where: 'head', kind: 'missed-punch' }] } } as unknown as LogEntry, // prettier-ignore
    ].reduce((c, e) => step(c, e), init());
    expect(counts).toEqual({ ...nothingFound(), jack: { 'missed-punch': 1 }, cable: { nicked: 1 }, lead: { 'lead-open': 2 } }); // prettier-ignore
    expect(Object.keys(nothingFound())).toEqual(['plug', 'jack', 'core', 'cable', 'lead']);
  });
  it('adds two logs up, whichever lists they have', () => {
    expect(addFound({ jack: { a: 2, b: 1 } }, { jack: { a: 3 }, cable: { nicked: 1 } })).toEqual({ ...nothingFound(), jack: { a: 5, b: 1 }, cable: { nicked: 1 } }); // prettier-ignore
  });
  it('moves the weights of one link by what was found on it, each place by its own', () => {
    const spec = { connector: 'jack', scheme: 'T568B' } as const;
    const link = {
      head: spec,
      tail: { ...spec, connector: 'plug' },
      ordered: 'straight',
      shielded: false,
    } as const;
    const plain = weightsForLink(STARTING_WEIGHTS, link, undefined);
    expect(plain).toEqual({ head: STARTING_WEIGHTS.jack, tail: STARTING_WEIGHTS.plug, cable: STARTING_WEIGHTS.cable, lead: STARTING_WEIGHTS.lead }); // prettier-ignore
    const none = { head: {}, tail: {}, cable: {}, lead: {} };
    expect(weightsForLink(STARTING_WEIGHTS, link, none)).toEqual(plain);
    for (const [place, kind] of [['head', 'missed-punch'], ['tail', 'upside-down'], ['cable', 'nicked'], ['lead', 'lead-open']] as const) {
      const moved = weightsForLink(STARTING_WEIGHTS, link, { ...none, [place]: { [kind]: PRIOR_STRENGTH } });
      const from = plain[place];
      const share = from[kind]! / Object.values(from).reduce((a, b) => a + b, 0);
      // As much found as the start is worth: half of it moves there.
      expect(moved[place][kind]).toBeCloseTo(share / 2 + 0.5, 12);
      expect({ ...moved, [place]: from }).toEqual(plain);
    } // prettier-ignore
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
