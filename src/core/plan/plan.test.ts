import { planOfFile, planProblems } from './invariants';
import { readFileSync } from 'node:fs';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { JobFile, JobPlan } from '../model/job';
import { activePlan } from './active';
import { applyChanges } from './apply-changes';
import { doubles, identifierFor, IDENTIFIER_STYLES, patternProblem, spaceCode } from '../model/identifiers';
import { linkIdentifiers } from './link-identifiers';
import { NewIds, slugOf } from './new-ids';

const demo = JSON.parse(
  readFileSync(new URL('../../../demo/skerry-point.json', import.meta.url), 'utf8'),
) as JobFile;
const plan = (): JobPlan => planOfFile(structuredClone(demo));
const used = (...links: string[]) => ({ links: new Set(links), parts: new Set<string>() });
const parts = { closet: '1A', closetfloor: 1, panel: 'B', port: 7, room: '101', floor: 1, outlet: 'D', position: 2 }; // prettier-ignore

describe('identifiers', () => {
  it('have the form of the administration standard: floor and space, panel, port', () => {
    // TIA-606-B, from memory: a horizontal link is called fs-an: floor, telecom space, panel and two-digit port.
    expect(identifierFor('{closet}-{panel}{port:2}', parts)).toBe('1A-B07');
    expect(IDENTIFIER_STYLES[1]!.link).toBe('{closet}-{panel}{port:2}');
    expect(identifierFor('{closet}-{panel}-{port:2}', parts)).toBe('1A-B-07');
    expect(identifierFor('{room}-{outlet}{position}', parts)).toBe('101-D2');
    expect(identifierFor('{floor}.{port:3}', { ...parts, port: 124 })).toBe('1.124');
  });
  it.each([
    ['{pot}', 'is not a field'],
    ['{port', 'is not a field'],
    ['port}', 'without its {'],
    ['same', 'all links would be called the same'],
    [' ', 'at least one field'],
  ])('are refused with a sentence where the pattern is none: %s', (pattern, says) => {
    expect(patternProblem(pattern)).toContain(says);
  });
  it('take a space by its code, its number or its name in short', () => {
    expect(spaceCode({ name: 'Low closet', code: '1A' })).toBe('1A');
    expect(spaceCode({ name: 'Room 104' })).toBe('104');
    expect(spaceCode({ name: 'Boat' })).toBe('BOAT');
    expect(spaceCode({ name: 'Lantern gallery' })).toBe('LG');
  });
  it('of the demo are one to a link, the same on cable, plate and panel', () => {
    const all = plan().links.map(linkIdentifiers(plan()));
    for (const field of ['link', 'head', 'tail'] as const)
      expect(doubles(all.map((i) => i[field]))).toEqual([]);
    expect(all.find((i) => i.link === 'K1-01')).toEqual({ link: 'K1-01', head: 'LC-K1-01', tail: 'KL-east bench-1' }); // prettier-ignore
    expect(doubles(['a', 'b', 'A'])).toEqual([{ identifier: 'a', at: [0, 2] }]);
  });
});

describe('new ids', () => {
  it('are small letters, digits and dashes, and never given twice', () => {
    expect(slugOf('Ærø Küche, 2. OG')).toBe('aero-kuche-2-og');
    expect(slugOf('Lantern gallery')).toBe('lantern-gallery');
    expect(['昆布', 'Łódź', 'Straße', 'Приёмная'].map(slugOf)).toEqual([
      'kunbu',
      'lodz',
      'strasse',
      'priemnaya',
    ]);
    expect(slugOf('…')).toMatch(/^[a-z0-9-]+$/);
    const ids = new NewIds(['a', 'a-2']);
    expect([ids.give('a'), ids.give('a'), ids.give('b')]).toEqual(['a-3', 'a-4', 'b']);
  });
});

describe('changes of a plan', () => {
  it('whatever is put in and taken out, no two links hold one port or one position', () => {
    const before = plan();
    const places = before.links.map((l) => ({ head: l.head, tail: l.tail }));
    // Ports and positions exchanged among some links, a few of them taken out: most of that can be. One in four is
    // moved at random as well, which mostly cannot.
    const changes = fc.record({
      among: fc.shuffledSubarray(before.links.map((_, i) => i), { minLength: 2, maxLength: 8 }), // prettier-ignore
      out: fc.uniqueArray(fc.nat({ max: 69 }), { maxLength: 4 }),
      astray: fc.oneof({ weight: 3, arbitrary: fc.constant(null) }, { weight: 1, arbitrary: fc.record({ port: fc.integer({ min: 1, max: 26 }), panel: fc.constantFrom('K1', 'T1', 'gone') }) }), // prettier-ignore
    });
    const seen = { kept: 0, refused: 0 };
    fc.assert(
      fc.property(changes, ({ among, out, astray }) => {
        const coax = (i: number) => before.links[i]!.head.connector === 'coax-compression';
        const twisted = among.filter((i) => !coax(i));
        const put = twisted.map((i, k) => ({
          ...before.links[i]!,
          ...places[twisted[(k + 1) % twisted.length]!]!,
        }));
        if (astray && put[0]) put[0] = { ...put[0], head: { ...put[0].head, ...astray } };
        const remove = out.map((i) => before.links[i]!.id);
        const made = applyChanges(before, { put: { links: put }, remove: { links: remove } }, used());
        const active = activePlan(made.plan).links;
        const held = [
          active.map((l) => `${l.head.panel} ${l.head.port!}`),
          active.map((l) => `${l.tail.outlet} ${l.tail.position!}`),
        ];
        const sound =
          held.every((place) => new Set(place).size === active.length) &&
          active.every(
            (l) =>
              l.head.port! <= (made.plan.panels.find((p) => p.id === l.head.panel)?.ports ?? 0) &&
              l.tail.position! <= (made.plan.outlets.find((o) => o.id === l.tail.outlet)?.positions ?? 0),
          );
        expect(made.problems.length === 0).toBe(sound);
        seen[sound ? 'kept' : 'refused']++;
      }),
      { numRuns: 200, seed: 8 },
    );
    expect(seen.kept).toBeGreaterThan(100);
    expect(seen.refused).toBeGreaterThan(10);
  });
  it('remove what nobody used, and retire what stands in the log; its port is free at once', () => {
    const out = applyChanges(plan(), { remove: { links: ['K3-01', 'K1-01'] } }, used('K1-01'));
    expect(out.problems).toEqual([]);
    expect(out.removed.links).toEqual(['K3-01']);
    expect(out.retired.links).toEqual(['K1-01']);
    const k1 = out.plan.links.find((l) => l.id === 'K1-01')!;
    expect(k1.retired).toBe(true);
    expect(activePlan(out.plan).links).toHaveLength(plan().links.length - 2);
    const again = { ...k1, id: 'new', label: 'K1-01', retired: undefined };
    expect(applyChanges(out.plan, { put: { links: [again] } }, used()).problems).toEqual([]);
  });
  it('refuse to take out what others stand on, and say how many', () => {
    const say = (remove: object) => applyChanges(plan(), { remove }, used()).problems[0]?.message;
    expect(say({ panels: ['T1'] })).toBe('T1 still holds 12 links: take those out first.');
    expect(say({ spaces: ['kelp-lab'] })).toMatch(/Kelp lab still holds \d+ outlets/);
    expect(say({ outlets: ['nowhere'] })).toContain('There is no "nowhere"');
    expect(say({ crew: demo.crew.map((p) => p.id) })).toContain('at least one person');
  });
  it('take a panel and its links out in one change, retiring the panel where a link of it is', () => {
    const links = plan().links.filter((l) => l.head.panel === 'T1').map((l) => l.id); // prettier-ignore
    const out = applyChanges(plan(), { remove: { links, panels: ['T1'] } }, used(links[0]!));
    expect(out.problems).toEqual([]);
    expect(out.retired.panels).toEqual(['T1']);
    expect(out.removed.links).toHaveLength(links.length - 1);
  });
  it('retire people, never remove them: what they logged may still be on its way', () => {
    const out = applyChanges(plan(), { remove: { crew: ['ines', 'una'] } }, used());
    expect([out.retired.crew, out.removed.crew]).toEqual([['ines', 'una'], []]);
  });
  it('let two links exchange their ports, and refuse one port for two', () => {
    const [a, b] = [plan().links[0]!, plan().links[1]!];
    const swap = [
      { ...a, head: b.head },
      { ...b, head: a.head },
    ];
    expect(applyChanges(plan(), { put: { links: swap } }, used()).problems).toEqual([]);
    expect(applyChanges(plan(), { put: { links: [swap[0]!] } }, used()).problems[0]!.message).toContain('is taken by'); // prettier-ignore
  });
  it.each([
    ['a port past the panel', { head: { port: 99 } }, 'has 24 ports, not 99'],
    ['a position past the outlet', { tail: { position: 9 } }, 'positions, not 9'],
    ['a panel that is not there', { head: { panel: 'Z9' } }, 'there is no panel "Z9"'],
    ['a label twice', { label: 'K1-02' }, 'links are called K1-02'],
    ['coax at one end', { head: { connector: 'coax-compression' } }, 'coax connector'],
  ])('are refused whole for %s', (_, change, says) => {
    const l = plan().links.find((x) => x.id === 'K1-01')!;
    const c = change as { head?: object; tail?: object };
    const link = { ...l, ...change, head: { ...l.head, ...c.head }, tail: { ...l.tail, ...c.tail } };
    const { problems } = applyChanges(plan(), { put: { links: [link as typeof l] } }, used());
    expect(problems.map((p) => p.message).join(' ')).toContain(says);
  });
  it('find nothing wrong with the demo', () => expect(planProblems(plan())).toEqual([]));
});
