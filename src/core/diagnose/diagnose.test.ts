import { Contradiction } from '../reading/contradiction';
import { DEFAULT_COSTS, type Costs } from '../model/costs';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { anyCopper, listedCopper, straightLink } from '../../../tests/support/arbitraries';
import { madeTo, rightEnd } from '../../../tests/support/ends';
import { leadUnsaid } from '../formats/diagnose';
import { copperAsOrdered, READ_DIRECTLY, type Copper } from '../copper/copper';
import { sense } from '../copper/sense';
import type { Reading } from '../reading/reading';
import { parseWalk, turnWalk, writeWalk } from '../reading/walk';
import type { ContactPair, End } from '../wiring/conductors';
import type { ConnectorClass } from '../wiring/connector';
import type { LinkSpec } from '../wiring/link-spec';
import { ANY_MISTAKE, cableMistakes, endMistakes } from './catalogue';
import { SOUND_CABLE, wideCable, wideEnd } from './compact';
import { createEngine } from './engine';
import { copperAgrees, reproduces } from './other';
import { NOTHING_KNOWN, type DiagnoseInput, type Knowledge, type LeadKnown } from './types';

const engine = createEngine();
const linkOf = (head: ConnectorClass, tail: ConnectorClass, shielded = false): LinkSpec => ({
  head: { connector: head, scheme: 'T568B' },
  tail: { connector: tail, scheme: 'T568B' },
  ordered: 'straight',
  shielded,
  lengthMetres: 30,
});
const ask = (
  link: LinkSpec,
  reading: Reading,
  knowledge: Partial<Knowledge> = {},
  standingAt: End = 'head',
  leads: Partial<Record<End, LeadKnown>> = {},
  costs: Partial<Costs> = {},
) =>
  engine.diagnose({
    link,
    leads: {
      head: leads.head ?? leadUnsaid(link.head.connector),
      tail: leads.tail ?? leadUnsaid(link.tail.connector),
    },
    reading,
    standingAt,
    knowledge: { ...NOTHING_KNOWN, ...knowledge },
    costs: { ...DEFAULT_COSTS, ...costs },
  });
const walkOf = (text: string, more: Partial<Reading> = {}): Reading => {
  const parsed = parseWalk(text, text.split(' ').length === 9);
  if (!parsed.ok) throw new Error(parsed.message);
  return { walk: parsed.walk, evidence: 'wiremap', ...more };
};
const sensed = (copper: Copper, shielded = false): Reading => ({
  evidence: 'wiremap',
  ...sense(copper, shielded),
});
const sum = (list: readonly { probability: number }[]) => list.reduce((s, e) => s + e.probability, 0);

describe('every reading that copper can give', () => {
  it('is reproduced exactly by every explanation, and there is always one (property)', () => {
    // Half of it is copper of the catalogue's own mistakes, which the index explains; half is anything at all.
    const linkAndCopper = straightLink().chain((link) =>
      fc.record({ link: fc.constant(link), copper: fc.oneof(anyCopper, listedCopper(link)) }),
    );
    const by = { index: 0, moves: 0 };
    fc.assert(
      fc.property(linkAndCopper, fc.boolean(), fc.boolean(), ({ link, copper }, splits, joins) => {
        const all = sensed(copper);
        const reading: Reading = {
          ...all,
          splits: splits ? all.splits : undefined,
          joins: joins ? all.joins : undefined,
        };
        const { explanations, verdict } = ask(link, reading);
        expect(explanations.length).toBeGreaterThan(0);
        expect(explanations.length).toBeLessThanOrEqual(12);
        for (const e of explanations)
          expect(reproduces(e, reading, false), writeWalk(reading.walk)).toBe(true);
        expect(sum(explanations)).toBeLessThanOrEqual(1 + 1e-9);
        explanations
          .slice(1)
          .forEach((e, i) =>
            expect(e.probability).toBeLessThanOrEqual(explanations[i]!.probability * (1 + 1e-6)),
          );
        const listed = explanations[0]!.mistakes.every((m) => m.kind !== 'other');
        if (verdict === 'fail') by[listed ? 'index' : 'moves']++;
      }),
      { numRuns: 100, seed: 3 },
    );
    // It reaches both: the index, whose answers have listed mistakes alone, and the fewest moves where nothing is listed.
    expect(by.index).toBeGreaterThan(35);
    expect(by.moves).toBeGreaterThan(30);
  });
  it('holds for shields too: open, and joined to any contact at either end', () => {
    const link = linkOf('jack', 'plug', true);
    for (const end of ['head', 'tail'] as const) {
      const open = copperAsOrdered(link);
      open[end].open.push('4', 'S');
      const joined = copperAsOrdered(link);
      joined[end].bridges.push(['6', 'S']);
      for (const copper of [open, joined]) {
        const reading = sensed(copper, true);
        const { explanations } = ask(link, reading);
        expect(explanations.some((e) => JSON.stringify(e[end]) === JSON.stringify(copper[end]))).toBe(true);
        for (const e of explanations) expect(reproduces(e, reading, true)).toBe(true);
      }
    }
  });
  it('contains the truth for every single mistake in the catalogue', () => {
    for (const [h, t] of [
      ['plug', 'plug'],
      ['jack', 'jack'],
      ['jack', 'plug'],
      ['core', 'jack'],
    ] as const) {
      const link = linkOf(h, t);
      const right = { head: rightEnd('T568B'), tail: rightEnd('T568B') };
      const truths = [
        ...endMistakes(h, madeTo('T568B')).map((m) => ({
          ...right,
          head: m.apply(right.head),
          cable: SOUND_CABLE,
        })),
        ...endMistakes(t, madeTo('T568B')).map((m) => ({
          ...right,
          tail: m.apply(right.tail),
          cable: SOUND_CABLE,
        })),
        ...cableMistakes().map((m) => ({ ...right, cable: m.apply(SOUND_CABLE) })),
      ];
      for (const truth of truths) {
        const copper: Copper = {
          head: wideEnd(truth.head, false),
          tail: wideEnd(truth.tail, false),
          cable: wideCable(truth.cable),
          ...READ_DIRECTLY,
        };
        const found = ask(link, sensed(copper)).explanations.map(({ head, tail, cable }) =>
          JSON.stringify({ head, tail, cable }),
        );
        expect(found).toContain(
          JSON.stringify({ head: copper.head, tail: copper.tail, cable: copper.cable }),
        );
      }
    }
  });
  it('says 400-worthy things where no copper fits', () => {
    const link = linkOf('jack', 'plug');
    expect(() => ask(link, walkOf('1 2 3 4 5 6 7 8', { splits: ['36'] }))).toThrow(Contradiction);
    expect(() => ask(link, walkOf('1 2 3 - 5 6 7 8', { joins: { head: [['4', '5']], tail: [] } }))).toThrow(
      /answered alike/,
    );
    const looked = [
      { end: 'head' as const, contact: '1' as const, conductor: 'WO' as const },
      { end: 'head' as const, contact: '1' as const, conductor: 'BR' as const },
    ];
    expect(() => ask(link, walkOf('1 2 3 - 5 6 7 8'), { looked })).toThrow(/disagree/);
  });
});

describe('mirror images', () => {
  it('get mirror answers', () => {
    const mirrorMistakes = (list: { where: string; kind: string; contacts: string[] }[], flip: boolean) =>
      list
        .map(
          (m) =>
            `${flip ? (({ head: 'tail', tail: 'head', 'lead-head': 'lead-tail', 'lead-tail': 'lead-head' } as Record<string, string>)[m.where] ?? m.where) : m.where} ${m.kind} ${m.contacts}`,
        )
        .sort()
        .join('+');
    const walks = [
      '1 2 3 - 5 6 7 8',
      '3 6 1 4 5 2 7 8',
      '1 3 2 4 5 6 7 8',
      '2 3 1 4 5 6 7 8',
      '1 2 3 4+5 4+5 6 7 8',
      '2 1 3 - 5 6 7 8',
    ];
    for (const [h, t] of [
      ['jack', 'plug'],
      ['jack', 'jack'],
      ['plug', 'plug'],
    ] as const)
      for (const text of walks) {
        const one = ask(linkOf(h, t), walkOf(text), {}, 'head', {}, { open: 0 });
        const turned = { ...walkOf(text), walk: turnWalk(walkOf(text).walk) };
        const two = ask(linkOf(t, h), turned, {}, 'tail', {}, { open: 0 });
        expect(two.next.action).toBe(one.next.action);
        expect(two.next.end).toBe(one.next.end && (one.next.end === 'head' ? 'tail' : 'head'));
        expect(two.next.contact).toBe(one.next.contact);
        expect(two.next.expectedMinutes).toBeCloseTo(one.next.expectedMinutes, 2);
        const likely = (d: typeof one, flip: boolean) =>
          d.explanations
            .filter((e) => e.probability > 1e-3)
            .map((e) => `${mirrorMistakes(e.mistakes, flip)} ${e.probability.toFixed(6)}`)
            .sort();
        expect(likely(two, true)).toEqual(likely(one, false));
      }
  });
});

describe('what is known', () => {
  it('a look never raises an explanation that it contradicts (property)', () => {
    fc.assert(
      fc.property(
        anyCopper,
        fc.constantFrom('head' as const, 'tail' as const),
        fc.constantFrom('1' as const, '3' as const, '4' as const, '6' as const),
        (copper, end, contact) => {
          const look = {
            end,
            contact,
            conductor: copper[end].seats[contact]!,
            open: copper[end].open.includes(contact),
          };
          let after;
          try {
            after = ask(linkOf('jack', 'plug'), sensed(copper), { looked: [look] });
          } catch (error) {
            if (error instanceof Contradiction) return;
            throw error;
          }
          for (const e of after.explanations) expect(copperAgrees(e, look)).toBe(true);
        },
      ),
      { numRuns: 60 },
    );
  });
  it('a read-back takes an end’s order to a twentieth', () => {
    const reading = walkOf('3 6 1 4 5 2 7 8');
    const share = (k: Partial<Knowledge>) =>
      ask(linkOf('jack', 'jack'), reading, { ...k, swapped: ['head', 'tail'] }).explanations.find(
        (e) => e.mistakes.length === 1 && e.mistakes[0]!.where === 'head',
      )!.probability;
    expect(share({})).toBeCloseTo(0.5, 3);
    expect(share({ readBack: ['head'] })).toBeCloseTo(1 / 21, 3);
  });
  it('an end done again after it failed is not suspected first', () => {
    const [first] = ask(linkOf('jack', 'jack'), walkOf('1 2 3 - 5 6 7 8'), { redone: ['head'] }).explanations;
    expect(first!.mistakes[0]!.where).toBe('tail');
  });
  it('a distance near one end points at that end', () => {
    const at = (metres: number) =>
      ask(
        linkOf('jack', 'jack'),
        walkOf('1 2 3 - 5 6 7 8', { distances: [{ contact: '4', from: 'head', metres }] }),
      ).explanations[0]!.mistakes[0]!;
    expect(at(0.2).where).toBe('head');
    expect(at(29.9).where).toBe('tail');
    expect(at(14)).toMatchObject({ where: 'cable', kind: 'broken' });
  });
});

describe('worked by hand', () => {
  /*
   * Jack at the head behind an unproven lead, plug at the tail, A answers B. Against all being right, in odds:
   * jack made to the other scheme 0.04 * 14/85 = 0.0065882; plug 0.04 * 8/79 = 0.0040506; a crossover cord for a lead,
   * which shows 8 times in 10, 0.8 * 0.005 * 3/15 / 0.995 = 0.00080402. Together 0.0114428.
   */
  it('the posterior of crossed schemes, with a lead in it', () => {
    const { explanations } = ask(linkOf('jack', 'plug'), walkOf('3 6 1 4 5 2 7 8', { splits: [] }));
    const share = (where: string) =>
      explanations.find((e) => e.mistakes.length === 1 && e.mistakes[0]!.where === where)!.probability;
    const head = share('head');
    // To a few in a hundred: sequences of two mistakes that leave the same copper add a little to each.
    expect(share('tail') / head / (0.0040506 / 0.0065882)).toBeCloseTo(1, 1);
    expect(share('lead-head') / head / (0.00080402 / 0.0065882)).toBeCloseTo(1, 1);
    expect(head / (0.0065882 / 0.0114428)).toBeCloseTo(1, 1);
    expect(ANY_MISTAKE).toBe(0.04);
  });
  /*
   * Two plugs, A answers B, standing at the head: either plug was made to A, half each. A look costs 0.5.
   * Head wrong: redo 4 + prove 1. Tail wrong: walk 4 + redo 4 + prove 1. So 0.5 + (5 + 9) / 2 = 7.5 minutes.
   * Without the look: 5 for the head, and in half of the cases 9 more: 9.5.
   */
  it('the expected minutes of two equal explanations', () => {
    const { next } = ask(linkOf('plug', 'plug'), walkOf('3 6 1 4 5 2 7 8', { splits: [] }));
    expect(next).toMatchObject({ action: 'look', end: 'head', minutes: 0.5 });
    expect(next.expectedMinutes).toBeCloseTo(7.5, 1);
  });
  it('a pass wants nothing; a cable that is cut, when all else is done, a new one', () => {
    expect(ask(linkOf('jack', 'jack'), walkOf('1 2 3 4 5 6 7 8', { splits: [] })).next).toEqual({
      action: 'none',
      minutes: 0,
      expectedMinutes: 0,
    });
    const known: Partial<Knowledge> = { checked: true, redone: ['head', 'tail'], swapped: ['head', 'tail'] };
    expect(ask(linkOf('jack', 'jack'), walkOf('- - - - - - - -'), known).next).toMatchObject({
      action: 're-pull',
      minutes: 91,
      expectedMinutes: 91,
    });
  });
});

describe('a split that the same hand makes at both ends', () => {
  it('is side-by-side laying at two plugs', () => {
    const splits: ContactPair[] = ['36', '45'];
    const [first] = ask(linkOf('plug', 'plug'), walkOf('1 2 3 4 5 6 7 8', { splits })).explanations;
    expect(first!.mistakes.map((m) => `${m.where} ${m.kind}`)).toEqual([
      'head side-by-side',
      'tail side-by-side',
    ]);
  });
  it('is not ruled out by lamps', () => {
    const d = engine.diagnose({
      link: linkOf('plug', 'plug'),
      leads: { head: 'none', tail: 'none' },
      reading: { ...walkOf('1 2 3 4 5 6 7 8'), evidence: 'continuity' },
      standingAt: 'head',
      knowledge: NOTHING_KNOWN,
      costs: DEFAULT_COSTS,
    } satisfies DiagnoseInput);
    expect(d.notRuledOut).toContain('split pairs');
  });
});
