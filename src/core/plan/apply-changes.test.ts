import { describe, expect, it } from 'vitest';
import demo from '../../../demo/skerry-point.json';
import { jobFileSchema, type JobPlan, type Link } from '../model/job';
import type { PlanChanges } from '../model/plan-changes';
import { applyChanges } from './apply-changes';
import { planOfFile } from './invariants';

const plan = (): JobPlan => planOfFile(jobFileSchema.parse(structuredClone(demo)));
const used = (links: string[] = [], parts: string[] = []) => ({ links: new Set(links), parts: new Set(parts) }); // prettier-ignore
const out = (remove: PlanChanges['remove'], from = plan(), log = used()) =>
  applyChanges(from, { remove }, log);
const link = (id: string, head: object, tail: object): Link => ({ ...plan().links[0]!, id, label: id, head: { connector: 'patch-panel', ...head }, tail: { connector: 'patch-panel', ...tail } } as Link); // prettier-ignore

describe('what is taken out', () => {
  it('is gone where nothing names it, and retired where a retired link hangs on it: at either end', () => {
    const backbone = link('B-01', { panel: 'K3', port: 24 }, { panel: 'X1', port: 4 });
    const free = link('F-01', { space: 'boathouse' }, { space: 'library' });
    const fresh: JobPlan['spaces'] = [{ id: 'attic', name: 'Attic', kind: 'room', floor: 5, x: 0, y: 0 }];
    const there = { ...plan(), links: [backbone, free], spaces: [...plan().spaces, ...fresh], outlets: plan().outlets.slice(0, 1), runs: [] }; // prettier-ignore

    // Still in use: nothing of it can go, and the sentence counts.
    for (const [remove, says] of [
      [{ panels: ['X1'] }, 'X1 still holds 1 link: take those out first.'],
      [{ panels: ['K3'] }, 'K3 still holds 1 link: take those out first.'],
      [{ spaces: ['boathouse'] }, 'Boathouse still holds 1 link: take those out first.'],
      [{ spaces: ['library'] }, 'Library still holds 1 link: take those out first.'],
      [{ spaces: ['bird-room'] }, 'Bird room still holds 1 outlet: take those out first.'],
      [{ spaces: ['tower-closet'] }, 'Tower closet still holds 1 panel: take those out first.'],
    ] as const)
      expect(out(remove as never, there).problems).toEqual([
        { path: `remove.${Object.keys(remove)[0]}`, message: says },
      ]);

    const all = { links: ['B-01', 'F-01'], panels: ['X1', 'K3', 'K2'], spaces: ['boathouse', 'library', 'attic'], outlets: ['bird-room-desk'] }; // prettier-ignore
    const kept = out(all, there, used(['B-01', 'F-01']));
    expect(kept.problems).toEqual([]);
    expect(kept.retired).toMatchObject({ links: ['B-01', 'F-01'], panels: ['X1', 'K3'], spaces: ['boathouse', 'library'], outlets: [] }); // prettier-ignore
    expect(kept.removed).toMatchObject({ links: [], panels: ['K2'], spaces: ['attic'], outlets: ['bird-room-desk'] }); // prettier-ignore
    expect(kept.plan.panels.find((p) => p.id === 'X1')).toMatchObject({ name: 'X1', retired: true });

    const nobody = out(all, there);
    expect(nobody.removed).toMatchObject({ links: all.links, panels: all.panels, spaces: all.spaces });
    expect(nobody.retired.panels).toEqual([]);
  });
  it('of outlets and spaces counts the links that hang there, and names the panel before the outlet', () => {
    const holds = plan().links.filter((l) => l.tail.outlet === 'kelp-lab-east-bench').length;
    expect(out({ outlets: ['kelp-lab-east-bench'] }).problems[0]!.message).toBe(`east bench still holds ${holds} links: take those out first.`); // prettier-ignore
    const links = plan().links.filter((l) => l.tail.outlet === 'kelp-lab-east-bench').map((l) => l.id); // prettier-ignore
    const gone = out({ links, outlets: ['kelp-lab-east-bench'] }, plan(), used([links[0]!]));
    expect([gone.problems, gone.retired.outlets, gone.removed.outlets]).toEqual([[], ['kelp-lab-east-bench'], []]); // prettier-ignore
    const both = plan();
    both.panels[3]!.space = 'bird-room';
    expect(out({ spaces: ['bird-room'] }, both).problems[0]!.message).toMatch(/^Bird room still holds \d+ panels/); // prettier-ignore
    for (const p of both.panels) p.retired = true;
    for (const l of both.links) l.retired = true;
    both.outlets.forEach((o, i) => i && (o.retired = true));
    expect(out({ spaces: ['bird-room'] }, both).problems[0]!.message).toMatch(/^Bird room still holds 1 outlet:/); // prettier-ignore
  });
  it('is no batch that has cords; it is retired where one of them is', () => {
    const cord = { ...link('C-1', {}, {}), cord: { batch: 'b', number: 1 } };
    const batches = [
      { id: 'b', name: 'Rack cords' },
      { id: 'c', name: 'Desk cords' },
    ] as never;
    const there = { ...plan(), batches, links: [...plan().links, cord] };
    expect(out({ batches: ['b'] }, there).problems).toEqual([{ path: 'remove.batches', message: 'Rack cords still holds 1 cord: take those out first.' }]); // prettier-ignore
    expect(out({ batches: ['c'] }, there).removed.batches).toEqual(['c']);
    expect(out({ links: ['C-1'], batches: ['b'] }, there, used(['C-1'])).retired.batches).toEqual(['b']);
    expect(out({ links: ['C-1'], batches: ['b'] }, there).removed.batches).toEqual(['b']);
  });
  it('has to be there', () => {
    for (const list of ['links', 'panels', 'outlets', 'batches', 'spaces', 'crew', 'parts', 'floors', 'runs', 'legends'] as const) // prettier-ignore
      expect(out({ [list]: ['gone'] }).problems).toEqual([{ path: `remove.${list}`, message: 'There is no "gone" to take out.' }]); // prettier-ignore
  });
  it('is refused of a tool that stands in the log, and takes a person out of the crew only', () => {
    const part = plan().parts[0]!;
    expect(out({ parts: [part.id] }, plan(), used([], [part.id])).problems).toEqual([{ path: 'remove.parts', message: `${part.name} stands in the log: put it away instead of taking it out.` }]); // prettier-ignore
    expect(out({ parts: [part.id] }).removed.parts).toEqual([part.id]);
    const { retired, removed, plan: after } = out({ crew: ['una'] });
    expect([retired.crew, removed.crew]).toEqual([['una'], []]);
    expect(after.crew.find((p) => p.id === 'una')).toMatchObject({ name: 'Una Brae', retired: true });
  });
  it('lies in no run any more; of runs that never had it nothing is written', () => {
    const there = plan();
    there.runs[0]!.links = ['K3-01', 'K3-02'];
    there.runs[1]!.links = ['K3-03'];
    const gone = out({ links: ['K3-01'] }, there);
    expect(gone.written.runs).toEqual([there.runs[0]!.id]);
    expect(gone.plan.runs.map((r) => r.links)).toEqual([['K3-02'], ['K3-03']]);
    // Retired, it stays where it lay.
    expect(out({ links: ['K3-01'] }, there, used(['K3-01'])).plan.runs[0]!.links).toEqual(['K3-01', 'K3-02']);
    expect(out({ floors: [], runs: [there.runs[1]!.id] }, there).removed.runs).toEqual([there.runs[1]!.id]);
  });
});

describe('a change', () => {
  it('writes what it puts in, its name and its terms, and leaves the plan it began from alone', () => {
    const before = plan();
    const policy = { ...before.policy, scheme: 'T568A' as const };
    const made = applyChanges(before, { name: 'Other', policy, put: { panels: [{ ...before.panels[0]!, ports: 48 }], floors: [{ id: 'f', floor: 1 }] } }, used()); // prettier-ignore
    expect([made.plan.name, made.plan.policy.scheme]).toEqual(['Other', 'T568A']);
    expect([made.written.panels, made.written.floors, made.written.links]).toEqual([['K1'], ['f'], []]);
    expect(made.plan.panels[0]!.ports).toBe(48);
    expect(before).toEqual(plan());
  });
  it('of a plan that contradicts itself is held to what it adds', () => {
    const old = plan();
    old.links[0]!.head.port = 99;
    const note = { ...old.links[1]!, cable: 'Cat 6A U/UTP' };
    expect(applyChanges(old, { put: { links: [note] } }, used()).problems).toEqual([]);
    const worse = { ...old.links[1]!, head: { ...old.links[1]!.head, port: 98 } };
    expect(applyChanges(old, { put: { links: [worse] } }, used()).problems.map((p) => p.message)).toEqual(['K1-02: panel K1 has 24 ports, not 98.']); // prettier-ignore
  });
});
