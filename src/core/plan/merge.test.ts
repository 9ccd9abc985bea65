import { readFileSync } from 'node:fs';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { PlanChange } from '../model/entry';
import { jobFileSchema, type JobPlan, type Link } from '../model/job';
import { applyChanges } from './apply-changes';
import { changeWords } from './change-words';
import { differences, withDifferences } from './drafts';
import { movedLinks, planHistory } from './history';
import { jobFileProblems, planOfFile, planProblems } from './invariants';
import { rebase } from './merge';

const file = jobFileSchema.parse(
  JSON.parse(readFileSync(new URL('../../../demo/skerry-point.json', import.meta.url), 'utf8')),
);
const plan = (): JobPlan => planOfFile(structuredClone(file));
const NOTHING_USED = { links: new Set<string>(), parts: new Set<string>() };
const link = (p: JobPlan, id = 'K1-01') => p.links.find((l) => l.id === id)!;
const withLink = (p: JobPlan, change: Partial<Link>, id = 'K1-01'): JobPlan => ({
  ...p,
  links: p.links.map((l) => (l.id === id ? { ...l, ...change } : l)),
});
/** What the log says of a change of one link. */
const told = (was: Link, is: Link): PlanChange => ({ list: 'links', id: was.id, name: was.label, was, is });

describe('a change made on an older plan', () => {
  it('keeps what only one of two people touched, at every depth', () => {
    const before = plan();
    const was = link(before);
    const now = withLink(before, { note: 'theirs', head: { ...was.head, slackMm: 400 } });
    const mine = { ...was, lengthMetres: 9, head: { ...was.head, port: 24 } };
    const { changes, conflicts } = rebase({ put: { links: [mine] } }, [told(was, link(now))], now);
    expect(conflicts).toEqual([]);
    expect(changes.put!.links![0]).toMatchObject({
      note: 'theirs',
      lengthMetres: 9,
      head: { port: 24, slackMm: 400 },
    });
  });
  it('tells of each field that both gave another value, and of none that both gave the same', () => {
    const before = plan();
    const was = link(before);
    const now = withLink(before, { note: 'theirs', lengthMetres: 9 });
    const asked = { put: { links: [{ ...was, note: 'mine', lengthMetres: 9 }] } };
    expect(rebase(asked, [told(was, link(now))], now).conflicts).toEqual([
      {
        list: 'links',
        id: 'K1-01',
        name: 'K1-01',
        field: 'note',
        was: was.note,
        theirs: 'theirs',
        mine: 'mine',
      },
    ]);
  });
  it('takes a field out that only one took out', () => {
    const before = withLink(plan(), { note: 'old' });
    const was = link(before);
    const now = withLink(before, { lengthMetres: 9 });
    const { note: _, ...without } = was;
    const { changes } = rebase({ put: { links: [without] } }, [told(was, link(now))], now);
    expect(changes.put!.links![0]).not.toHaveProperty('note');
    expect(changes.put!.links![0]).toMatchObject({ lengthMetres: 9 });
  });
  it('tells of a thing that one took out and the other changed, both ways round', () => {
    const before = plan();
    const was = link(before);
    const gone: JobPlan = { ...before, links: before.links.filter((l) => l.id !== 'K1-01') };
    const away: PlanChange = { ...told(was, was), is: null };
    expect(rebase({ put: { links: [{ ...was, note: 'x' }] } }, [away], gone).conflicts).toMatchObject([{ field: '', theirs: null }]); // prettier-ignore
    const now = withLink(before, { note: 'theirs' });
    expect(rebase({ remove: { links: ['K1-01'] } }, [told(was, link(now))], now).conflicts).toMatchObject([{ field: '', mine: null }]); // prettier-ignore
    expect(rebase({ remove: { links: ['K1-01'] } }, [away], gone)).toEqual({ changes: { remove: { links: [] } }, conflicts: [] }); // prettier-ignore
  });
  it('merges terms by field, and tells of a name that both changed', () => {
    const before = plan();
    const now = { ...before, name: 'Theirs', policy: { ...before.policy, units: 'inch' as const } };
    const since: PlanChange[] = [
      { list: 'job', id: 'policy', name: 'terms', was: before.policy, is: now.policy },
      { list: 'job', id: 'name', name: 'name', was: before.name, is: now.name },
    ];
    const { changes, conflicts } = rebase({ name: 'Mine', policy: { ...before.policy, untwist: 'strict' } }, since, now); // prettier-ignore
    expect(changes.policy).toMatchObject({ units: 'inch', untwist: 'strict' });
    expect(conflicts).toMatchObject([{ id: 'name', theirs: 'Theirs', mine: 'Mine' }]);
  });
  it('whoever comes first, two changes without a conflict end in the same plan', () => {
    const field = fc.constantFrom('note', 'cable', 'lengthMetres', 'scheme');
    const value = { note: 'n', cable: 'c', lengthMetres: 7, scheme: 'T568A' } as const;
    const edit = fc.array(fc.tuple(fc.constantFrom('K1-01', 'K1-02', 'K1-03'), field), {
      minLength: 1,
      maxLength: 4,
    });
    let merged = 0;
    fc.assert(
      fc.property(edit, edit, (a, b) => {
        const before = plan();
        const put = (edits: typeof a, who: string) => [...new Set(edits.map(([id]) => id))].map((id) => edits.filter(([i]) => i === id).reduce((l, [, f]) => ({ ...l, [f]: f === 'note' || f === 'cable' ? value[f] + who : f === 'lengthMetres' ? 7 + who.length : value[f] }), link(before, id))); // prettier-ignore
        const [mine, theirs] = [put(a, 'a'), put(b, 'bb')];
        const after = (first: Link[], second: Link[]) => {
          const one = applyChanges(before, { put: { links: first } }, NOTHING_USED);
          const { changes, conflicts } = rebase(
            { put: { links: second } },
            planHistory(before, one),
            one.plan,
          );
          return conflicts.length ? null : applyChanges(one.plan, changes, NOTHING_USED).plan.links;
        };
        const [ab, ba] = [after(mine, theirs), after(theirs, mine)];
        expect(ab === null).toBe(ba === null);
        if (ab === null) return;
        merged++;
        expect(ab).toEqual(ba);
      }),
      { numRuns: 300, seed: 5 },
    );
    expect(merged).toBeGreaterThan(100);
  });
});

describe('a draft', () => {
  it('keeps only what differs, and lies on the plan as it is', () => {
    const { spaces } = plan();
    const now = spaces.map((s, i) => (i === 0 ? { ...s, name: 'Renamed' } : s)).slice(0, -1);
    const kept = differences(spaces, now);
    expect(kept.map((d) => d.id).sort()).toEqual([spaces[0]!.id, spaces.at(-1)!.id].sort());
    const moved = spaces.map((s, i) => (i === 0 ? { ...s, floor: 7 } : s));
    const { items, clashes } = withDifferences(moved, kept);
    expect(items.find((s) => s.id === spaces[0]!.id)).toMatchObject({ name: 'Renamed', floor: 7 });
    expect([items.length, clashes]).toEqual([spaces.length - 1, []]);
  });
  it('shows its own where both changed a field, tells of it, and brings nothing back that was taken out', () => {
    const was = plan().spaces[0]!;
    const draft = [{ id: was.id, was, is: { ...was, name: 'Mine' } }];
    const both = withDifferences([{ ...was, name: 'Theirs' }], draft);
    expect([both.items[0]!.name, both.clashes]).toEqual(['Mine', [{ id: was.id, field: 'name', theirs: 'Theirs', mine: 'Mine' }]]); // prettier-ignore
    expect(withDifferences([], draft)).toMatchObject({ items: [], clashes: [{ field: '', theirs: null }] });
    const taken = withDifferences([{ ...was, name: 'Theirs' }], [{ id: was.id, was, is: null }]);
    expect([taken.items, taken.clashes.length]).toEqual([[], 1]);
  });
});

describe('what a change did', () => {
  it('is told thing by thing, field by field, and not where nothing changed', () => {
    const before = plan();
    const is = { ...link(before), note: 'new', head: { ...link(before).head, port: 24 } };
    const applied = applyChanges(before, { put: { links: [is, link(before, 'K1-02')] } }, NOTHING_USED);
    const [change, ...rest] = planHistory(before, applied);
    expect(rest).toEqual([]);
    expect(changeWords(change!)).toEqual([
      { field: 'port', was: '1', is: '24' },
      { field: 'note', was: link(before).note ?? 'none', is: 'new' },
    ]);
  });
  it('moves a link by its port, closet, room, outlet, cable or connector, and by nothing else', () => {
    const before = plan();
    const moved = (change: Partial<Link>) =>
      movedLinks(before, withLink(before, change)).flatMap((m) => m.changed);
    const l = link(before);
    expect(moved({ label: 'X', note: 'x', lengthMetres: 3, scheme: 'T568A', ordered: 'crossover' })).toEqual(
      [],
    );
    expect(moved({ head: { ...l.head, port: 24 } })).toEqual(['port K1 1 → K1 24']);
    expect(moved({ tail: { ...l.tail, connector: 'toolless-jack' } })).toEqual([expect.stringContaining('connector at the tail')]); // prettier-ignore
    expect(moved({ cable: ` ${l.cable.toUpperCase()} ` })).toEqual([]);
    expect(moved({ retired: true, cable: 'other' })).toEqual([]);
    const away = { ...before, panels: before.panels.map((p) => (p.id === 'K1' ? { ...p, space: before.spaces[1]!.id } : p)) }; // prettier-ignore
    expect(movedLinks(before, away).length).toBe(before.links.filter((x) => x.head.panel === 'K1').length);
  });
});

describe('one set of rules', () => {
  const bad: [string, (p: JobPlan) => void, string][] = [
    ['a position past its outlet', (p) => (link(p).tail.position = 24), 'positions, not 24'],
    ['two links on one position', (p) => (link(p).tail = { ...link(p, 'K1-02').tail }), 'is taken by'],
    ['two links on one port', (p) => (link(p).head.port = 2), 'is taken by'],
    ['two links of one label', (p) => (link(p).label = 'k1-02'), 'links are called'],
    ['nobody on the crew', (p) => p.crew.splice(0), 'at least one person'],
    [
      'two panels of one name in a closet',
      (p) => (p.panels[1]!.name = ` ${p.panels[0]!.name.toLowerCase()}`),
      'are called',
    ],
    ['an id twice', (p) => p.spaces.push({ ...p.spaces[0]! }), 'stands twice in spaces'],
    ['a retired link on a panel that is nowhere', (p) => Object.assign(link(p), { retired: true, head: { ...link(p).head, panel: 'gone' } }), 'no panel "gone"'], // prettier-ignore
  ];
  it.each(bad)('refuses %s in an import and in a change alike', (_, change, says) => {
    const broken = plan();
    change(broken);
    expect(
      planProblems(broken)
        .map((p) => p.message)
        .join(' '),
    ).toContain(says);
    const { revision: _r, legends: _l, ...lists } = broken;
    const asFile = { ...file, ...lists, job: file.job, entries: [] };
    expect(
      jobFileProblems(asFile)
        .map((p) => p.message)
        .join(' '),
    ).toContain(says);
  });
  it('lets an old plan that breaks one be changed, as long as nothing new is broken', () => {
    const broken = plan();
    link(broken).tail.position = 24;
    expect(applyChanges(broken, { name: 'Renamed' }, NOTHING_USED).problems).toEqual([]);
    const worse = { ...link(broken, 'K1-02'), head: link(broken, 'K1-03').head };
    expect(applyChanges(broken, { put: { links: [worse] } }, NOTHING_USED).problems).toHaveLength(1);
  });
});
