import { describe, expect, it } from 'vitest';
import demo from '../../../demo/skerry-point.json';
import { jobFileSchema, type JobPlan, type Link } from '../model/job';
import { aboutJob } from './about';
import { nextDirectLabel, readDirect, type DirectDraft } from './direct-link';
import { groupsOf, shortName } from './groups';
import { planOfFile } from './invariants';
import { identifierParts, identifiersOf, linkIdentifiers } from './link-identifiers';
import { farWords, hangsOn, named, spotWords, whereabouts } from './whereabouts';

/** The demo's plan with a cord, a link between two spaces and a backbone in it. */
function plan(): JobPlan {
  const made = planOfFile(jobFileSchema.parse(structuredClone(demo)));
  const like = (id: string, head: object, tail: object, more: object = {}): Link => ({ ...made.links[0]!, id, label: id, head: { connector: 'closed-plug', ...head }, tail: { connector: 'closed-plug', ...tail }, ...more } as Link); // prettier-ignore
  return {
    ...made,
    batches: [{ id: 'cords', name: 'Rack cords' } as never],
    links: [
      ...made.links,
      like('C-1', {}, {}, { cord: { batch: 'cords', number: 3 } }),
      like('R-01', { space: 'galley' }, { space: 'library' }),
      like('B-01', { panel: 'K3', port: 24 }, { panel: 'X1', port: 4 }),
      like('N-01', { space: 'gone' }, { outlet: 'gone', position: 1 }),
    ],
  };
}
const of = (p: JobPlan, id: string) => p.links.find((l) => l.id === id)!;

describe('where a link is', () => {
  const p = plan();
  const where = whereabouts(p);
  it('is found by what its ends hang on, and said', () => {
    expect(where(of(p, 'K1-01'))).toMatchObject({ head: { space: { id: 'low-closet' }, panel: { id: 'K1' }, port: 1, outlet: undefined }, tail: { space: { id: 'kelp-lab' }, outlet: { name: 'east bench' }, position: 1, panel: undefined } }); // prettier-ignore
    expect(where(of(p, 'K1-01'))).not.toHaveProperty('cord');
    const said = (id: string) => [spotWords(where(of(p, id)).head), spotWords(where(of(p, id)).tail), farWords(where(of(p, id)))]; // prettier-ignore
    expect(said('K1-01')).toEqual(['Low closet, panel K1, port 1', 'Kelp lab, east bench, position 1', 'Kelp lab, east bench, position 1']); // prettier-ignore
    expect(said('C-1')).toEqual(['', '', 'Rack cords, cord 3']);
    expect(said('R-01')).toEqual(['Galley', 'Library', 'Library']);
    expect(said('B-01')).toEqual(['Low closet, panel K3, port 24', 'Low closet, panel X1, port 4', 'Low closet, panel X1, port 4']); // prettier-ignore
    expect(said('N-01')).toEqual(['', '', '']);
    expect([named('room', '101'), named('room', 'Attic'), hangsOn({ outlet: { name: '2' } as never, position: 1 })]).toEqual(['room 101', 'Attic', 'outlet 2, position 1']); // prettier-ignore
  });
  it('names what its labels say: an end that hangs on nothing by its space, a cord’s by its number', () => {
    const says = linkIdentifiers(p);
    expect(says(of(p, 'R-01'))).toEqual({ link: 'R-01', head: 'GY', tail: 'LB' });
    expect(says(of(p, 'C-1'))).toEqual({ link: 'C-1', head: 'C-1 end 1', tail: 'C-1 end 2' });
    expect(says(of(p, 'B-01'))).toEqual({ link: 'B-01', head: 'LC-K3-24', tail: 'LC-X1-04' });
    expect(says(of(p, 'N-01'))).toEqual({ link: 'N-01', head: 'N-01', tail: 'N-01' });
    const parts = identifierParts(p);
    expect(parts(of(p, 'K1-01'))).toEqual({ closet: 'LC', closetfloor: 0, panel: 'K1', port: 1, room: 'KL', floor: 0, outlet: 'east bench', position: 1 }); // prettier-ignore
    expect(parts(of(p, 'C-1'))).toEqual({ closet: '', closetfloor: '', panel: '', port: '', room: '', floor: '', outlet: '', position: '' }); // prettier-ignore
    expect(parts(of(p, 'T1-01'))).toMatchObject({ closetfloor: 2 });
    const own = { link: '{port}', head: '{panel}/{port}', tail: '{room}/{position}' };
    expect(identifiersOf({ identifiers: own })).toBe(own);
    expect(linkIdentifiers({ ...p, policy: { ...p.policy, identifiers: own } })(of(p, 'K1-01'))).toEqual({ link: 'K1-01', head: 'K1/1', tail: 'KL/1' }); // prettier-ignore
  });
  it('puts it among those it is worked on with, in the order of the links', () => {
    const links = ['R-01', 'K1-01', 'C-1', 'K1-02', 'N-01'].map((id) => of(p, id));
    const groups = groupsOf([...links, { ...of(p, 'R-01'), id: 'R-02', label: 'R-02' }], where);
    expect(groups.map((g) => [g.id, g.kind, g.name, g.links.map((l) => l.id)])).toEqual([
      ['space galley', 'space', 'Galley', ['R-01', 'R-02']],
      ['panel K1', 'panel', 'K1', ['K1-01', 'K1-02']],
      ['batch cords', 'batch', 'Rack cords', ['C-1']],
      ['space ', 'space', '', ['N-01']],
    ]);
    expect(links.map(shortName)).toEqual(['R-01', '1', '3', '2', 'N-01']);
  });
  it('a panel and a batch of one id are two, and so is what only says it is of a batch', () => {
    const twin = { ...p, batches: p.batches.map((b) => ({ ...b, id: 'K1' })) };
    const cord = { ...of(p, 'C-1'), cord: { batch: 'K1', number: 3 } };
    const stray = { ...of(p, 'K1-02'), cord: { batch: 'gone', number: 1 } };
    const there = [of(p, 'K1-01'), cord, stray, { ...cord, id: 'C-2' }, of(p, 'R-01'), { ...stray, head: of(p, 'R-01').head }]; // prettier-ignore
    const groups = groupsOf(there, whereabouts(twin));
    expect(groups.map((g) => [g.id, g.links.map((l) => l.id)])).toEqual([
      ['panel K1', ['K1-01', 'K1-02']],
      ['batch K1', ['C-1', 'C-2']],
      ['space galley', ['R-01', 'K1-02']],
    ]);
  });
});

it('whose job it is is left out where nothing was entered', () => {
  expect(aboutJob({})).toEqual({});
  expect(aboutJob({ client: ' ', number: '' })).toEqual({});
  expect(aboutJob({ client: 'Harbour office', address: ' ' })).toEqual({ about: { client: 'Harbour office' } }); // prettier-ignore
});

describe('a link from space to space', () => {
  const draft: DirectDraft = { label: ' R-02 ', from: 'galley', to: 'Attic, north', head: 'punch-down-jack', tail: 'closed-plug', cable: ' Cat 6A S/FTP ', ordered: 'straight', length: '18.254' }; // prettier-ignore
  const read = (more: Partial<DirectDraft> = {}, on = plan()) => readDirect({ ...draft, ...more }, on);
  it('takes the spaces that are there by their names, and brings the others', () => {
    expect(read()).toEqual({
      ok: true,
      link: { id: 'R-02', label: 'R-02', head: { space: 'galley', connector: 'punch-down-jack' }, tail: { space: 'attic-north', connector: 'closed-plug' }, ordered: 'straight', shielded: true, cable: 'Cat 6A S/FTP', lengthMetres: 18.25 },
      changes: { put: { spaces: [{ id: 'attic-north', name: 'Attic, north', kind: 'room', floor: 0, x: 0, y: 16 }], links: [expect.objectContaining({ id: 'R-02' })] } },
    }); // prettier-ignore
    const both = read({ from: 'Attic', to: ' ATTIC', length: '' });
    expect(both).toMatchObject({ ok: true, link: { head: { space: 'attic' }, tail: { space: 'attic' } }, changes: { put: { spaces: [{ id: 'attic' }] } } }); // prettier-ignore
    expect(both.ok && both.link).not.toHaveProperty('lengthMetres');
    const two = read({ from: 'Attic', to: 'Loft' });
    expect(two.ok && two.changes.put!.spaces!.map((s) => [s.id, s.x, s.y])).toEqual([['attic', 0, 16], ['loft', 8, 16]]); // prettier-ignore
    expect(read({ to: 'library' })).toMatchObject({ ok: true, link: { tail: { space: 'library' } }, changes: { put: { links: [{ id: 'R-02' }] } } }); // prettier-ignore
  });
  it('leaves a retired space and a retired link’s label alone', () => {
    const p = plan();
    p.spaces.find((s) => s.id === 'galley')!.retired = true;
    of(p, 'R-01').retired = true;
    expect(read({ label: 'R-01' }, p)).toMatchObject({ ok: true, link: { id: 'R-01-2', label: 'R-01', head: { space: 'galley-2' } } }); // prettier-ignore
  });
  it.each<[Partial<DirectDraft>, string, string]>([
    [{ label: ' ' }, 'label', 'Give it a label, the one that is written on the cable.'],
    [{ label: 'r-01' }, 'label', 'There is a link called r-01 already: a label belongs to one.'],
    [{ from: ' ' }, 'from', 'Name the room or place where it begins.'],
    [{ to: '' }, 'to', 'Name the room or place where it ends.'],
    [{ head: 'coax-compression' }, 'tail', 'A coax connector at one end needs one at the other.'],
    [{ length: '0.05' }, 'length', 'A cable of 0.05 cannot be: write its length, or leave it out.'],
    [{ length: '501' }, 'length', 'A cable of 501 cannot be: write its length, or leave it out.'],
    [{ length: 'long' }, 'length', expect.stringContaining('long') as never],
  ])('is refused with the field that is wrong: %j', (more, field, message) => {
    expect(read(more)).toEqual({ ok: false, field, message });
  });
  it('is as long as a cable may be', () => {
    expect(read({ length: '500' })).toMatchObject({ link: { lengthMetres: 500 } });
    expect(read({ length: '0.1' })).toMatchObject({ link: { lengthMetres: 0.1 } });
  });
  it('has the next label that is free', () => {
    expect([nextDirectLabel(plan(), 'r-'), nextDirectLabel(plan(), 'Z'), nextDirectLabel({ links: [] }, 'R-')]).toEqual(['r-02', 'Z01', 'R-01']); // prettier-ignore
  });
});
