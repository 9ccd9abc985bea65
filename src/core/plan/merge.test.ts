import { readFileSync } from 'node:fs';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { PlanChange } from '../model/entry';
import { jobFileSchema, type JobPlan, type Link } from '../model/job';
import type { PlanChanges } from '../model/plan-changes';
import { applyChanges } from './apply-changes';
import { changeWords } from './change-words';
import { differences, withDifferences } from './drafts';
import { movedLinks, planHistory } from './history';
import { jobFileProblems, planOfFile, planProblems } from './invariants';
import { conflictPath, mergeFields, rebase, type Rebased } from './merge';

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
  it('is decided where somebody saw both on the plan as it is now, and on no other', () => {
    const before = plan();
    const was = link(before);
    const now = { ...withLink(before, { note: 'theirs', head: { ...was.head, port: 23 } }), revision: 7, name: 'Theirs' }; // prettier-ignore
    const mine = { ...was, note: 'mine', head: { ...was.head, port: 24 } };
    const since: PlanChange[] = [
      told(was, link(now)),
      { list: 'job', id: 'name', name: 'name', was: before.name, is: now.name },
    ];
    const asked = (decided?: PlanChanges['decided'], more: PlanChanges = {}) =>
      rebase({ put: { links: [mine] }, name: 'Mine', ...(decided && { decided }), ...more }, since, now);
    const paths = (r: Rebased) => r.conflicts.map(conflictPath);
    const all = ['links.K1-01.head.port', 'links.K1-01.note', 'job.name.name'];
    expect(paths(asked()).sort()).toEqual([...all].sort());
    expect(paths(asked({ revision: 7, fields: all }))).toEqual([]);
    expect(paths(asked({ revision: 6, fields: all }))).toHaveLength(3);
    expect(paths(asked({ revision: 7, fields: ['links.K1-01.note'] })).sort()).toEqual(['job.name.name', 'links.K1-01.head.port']); // prettier-ignore
    expect(asked({ revision: 7, fields: all }).changes.put!.links![0]).toMatchObject({ note: 'mine', head: { port: 24 } }); // prettier-ignore
    expect(conflictPath({ list: 'links', id: 'K1-01', field: '' })).toBe('links.K1-01');
    // Nothing is asked about a name that is not changed, or changed to what stands.
    for (const name of [before.name, now.name, undefined])
      expect(paths(asked({ revision: 7, fields: all.slice(0, 2) }, { name: name! }))).toEqual([]);
    expect(asked(undefined, { name: 'Mine' }).conflicts.find((c) => c.list === 'job')).toEqual({ list: 'job', id: 'name', name: 'name of the job', field: 'name', was: before.name, theirs: 'Theirs', mine: 'Mine' }); // prettier-ignore
  });
  it('is held against what it began from: the first of several changes since, and nothing where there was none', () => {
    const before = plan();
    const was = link(before);
    const between = { ...was, note: 'first' };
    const now = withLink(before, { note: 'second' });
    const twice = [told(was, between), told(between, link(now))];
    expect(rebase({ put: { links: [{ ...was, lengthMetres: 9 }] } }, twice, now).changes.put!.links![0]).toMatchObject({ note: 'second', lengthMetres: 9 }); // prettier-ignore
    // Nobody touched it: it is taken as it was asked for, and taken out as it was asked for.
    const asked = { put: { links: [{ ...was, note: 'mine' }] }, remove: { links: ['K1-02'] }, policy: { ...before.policy, untwist: 'strict' as const }, name: 'Mine' }; // prettier-ignore
    expect(rebase(asked, [], { ...now, name: 'Theirs' })).toEqual({ changes: asked, conflicts: [] });
    // Both took it out; or it was retired and is brought back.
    const retired = withLink(before, { retired: true });
    expect(rebase({ remove: { links: ['K1-01'] } }, [told(was, link(retired))], retired)).toEqual({ changes: { remove: { links: [] } }, conflicts: [] }); // prettier-ignore
    expect(rebase({ put: { links: [{ ...was, note: 'x' }] } }, [told(was, link(retired))], retired).conflicts).toMatchObject([{ field: '', theirs: null }]); // prettier-ignore
    expect(rebase({ put: { links: [{ ...was, retired: true, note: 'x' }] } }, [told(was, link(retired))], retired).conflicts).toEqual([]); // prettier-ignore
    // What one changed and the other takes out is asked, and still taken out where that is decided.
    const kept = rebase({ remove: { links: ['K1-01'] } }, [told(was, link(now))], now);
    expect(kept.changes.remove!.links).toEqual(['K1-01']);
  });
  it('merges lists whole, and what is nested only where all three are', () => {
    const said: unknown[] = [];
    const clash = (...args: unknown[]) => void said.push(args);
    const merged = (was: object, theirs: object, mine: object) => mergeFields(was as never, theirs as never, mine as never, '', clash); // prettier-ignore
    expect(merged({ a: [1, { b: 2 }] }, { a: [1, { b: 2 }], c: 1 }, { a: [1, { b: 3 }] })).toEqual({ a: [1, { b: 3 }], c: 1 }); // prettier-ignore
    expect(merged({ a: [1] }, { a: [1, 2] }, { a: [1] })).toEqual({ a: [1, 2] });
    expect(said).toEqual([]);
    expect(merged({ a: [1] }, { a: [2] }, { a: [3] })).toEqual({ a: [3] });
    expect(merged({ a: { b: { c: 1, d: 1 } } }, { a: { b: { c: 2, d: 1 } } }, { a: { b: { c: 3, d: 4 } } })).toEqual({ a: { b: { c: 3, d: 4 } } }); // prettier-ignore
    expect(merged({}, { a: { b: 1 } }, { a: { b: 2 } })).toEqual({ a: { b: 2 } });
    expect(merged({ a: null }, { a: { b: 1 } }, { a: null })).toEqual({ a: { b: 1 } });
    expect(said).toEqual([
      ['a', [1], [2], [3]],
      ['a.b.c', 1, 2, 3],
      ['a', undefined, { b: 1 }, { b: 2 }],
    ]);
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
    const theirs = { ...was, name: 'Theirs' };
    const taken = withDifferences([theirs], [{ id: was.id, was, is: null }]);
    expect([taken.items, taken.clashes]).toEqual([[], [{ id: was.id, field: '', theirs, mine: null }]]);
    // Nobody else touched it; it is gone already; it is new; it is new on both.
    expect(withDifferences([was], [{ id: was.id, was, is: null }])).toEqual({ items: [], clashes: [] });
    expect(withDifferences([], [{ id: was.id, was, is: null }])).toEqual({ items: [], clashes: [] });
    expect(withDifferences([], [{ id: was.id, was: null, is: was }])).toEqual({ items: [was], clashes: [] });
    expect(withDifferences([theirs], [{ id: was.id, was: null, is: was }])).toEqual({ items: [was], clashes: [] }); // prettier-ignore
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
  it('is told of the name and the terms, of what was put in and of what was taken out', () => {
    const before = plan();
    const fresh = { id: 'attic', name: 'Attic', kind: 'room' as const, floor: 5, x: 0, y: 0 };
    const policy = { ...before.policy, scheme: 'T568A' as const };
    const applied = applyChanges(before, { name: 'Other', policy, put: { spaces: [fresh] }, remove: { links: ['K3-01', 'K3-02'], crew: ['una'] } }, { ...NOTHING_USED, links: new Set(['K3-02']) }); // prettier-ignore
    const una = before.crew.find((p) => p.id === 'una')!;
    const gone = link(before, 'K3-01');
    const history = planHistory(before, applied);
    expect(history).toHaveLength(6);
    expect(history).toEqual(
      expect.arrayContaining([
        { list: 'job', id: 'name', name: 'name of the job', was: before.name, is: 'Other' },
        { list: 'job', id: 'policy', name: 'terms', was: before.policy, is: policy },
        { list: 'spaces', id: 'attic', name: 'Attic', was: null, is: fresh },
        { list: 'links', id: 'K3-01', name: 'K3-01', was: gone, is: null },
        { list: 'links', id: 'K3-02', name: 'K3-02', was: link(before, 'K3-02'), is: { ...link(before, 'K3-02'), retired: true } },
        { list: 'crew', id: 'una', name: 'Una Brae', was: una, is: { ...una, retired: true } },
      ]),
    ); // prettier-ignore
    expect(planHistory(before, applyChanges(before, { name: before.name, policy: before.policy, put: { floors: [{ id: 'f', floor: 9 }] } }, NOTHING_USED)).map((c) => c.name)).toEqual(['f']); // prettier-ignore
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
    expect(moved({ tail: { ...l.tail, connector: 'toolless-jack' } })).toEqual(['connector at the tail punch-down jack → toolless jack']); // prettier-ignore
    expect(moved({ head: { ...l.head, connector: 'closed-plug' } })).toEqual(['connector at the head patch panel port → closed plug']); // prettier-ignore
    expect(moved({ cable: 'Cat 6A U/UTP' })).toEqual(['cable Cat 6 U/UTP → Cat 6A U/UTP']);
    expect(moved({ tail: { ...l.tail, outlet: 'bird-room-desk', position: 2 } })).toEqual(['outlet east bench 1 → desk 2', 'room Kelp lab → Bird room']); // prettier-ignore
    expect(moved({ tail: { connector: l.tail.connector, space: 'galley' } })).toEqual(['outlet east bench 1 → none', 'room Kelp lab → Galley']); // prettier-ignore
    expect(moved({ head: { connector: l.head.connector, space: 'gone' } })).toEqual(['port K1 1 → none', 'closet Low closet → none']); // prettier-ignore
    const cord = { ...before, batches: [{ id: 'b', name: 'Rack cords' }] as never };
    expect(movedLinks(withLink(cord, { cord: { batch: 'b', number: 1 } }), withLink(cord, { cord: { batch: 'b', number: 2 } }))).toEqual([]); // prettier-ignore
    expect(movedLinks(cord, withLink(cord, { cord: { batch: 'b', number: 1 } })).map((m) => m.changed)).toEqual([['batch none → Rack cords']]); // prettier-ignore
    expect(movedLinks(withLink(before, { retired: true }), withLink(before, { cable: 'other' }))).toEqual([]);
    expect(movedLinks({ ...before, links: [] }, before)).toEqual([]);
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
