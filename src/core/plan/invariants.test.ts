import { describe, expect, it } from 'vitest';
import demo from '../../../demo/skerry-point.json';
import { jobFileSchema, type JobFile, type JobPlan, type Link } from '../model/job';
import { jobFileProblems, NOBODY_SAID, planOfFile, planProblems, revisionOf } from './invariants';

const file = (): JobFile => jobFileSchema.parse(structuredClone(demo));
/** The demo's plan with a batch of two cords in it. */
function plan(): JobPlan {
  const made = planOfFile(file());
  const cord = (number: number): Link => ({
    id: `C-${number}`,
    label: `C-${number}`,
    head: { connector: 'closed-plug' },
    tail: { connector: 'closed-plug' },
    cord: { batch: 'cords', number },
    ordered: 'straight',
    shielded: false,
    cable: 'Cat 6 patch, stranded',
  });
  return { ...made, batches: [{ id: 'cords', name: 'Rack cords' }], links: [...made.links, cord(1), cord(2)] } as JobPlan; // prettier-ignore
}
const of = (p: JobPlan, id: string): Link => p.links.find((l) => l.id === id)!;
const retire = (x: object) => Object.assign(x, { retired: true });

describe('how often a plan was changed', () => {
  const { job } = file();
  const entry = (kind: string, revision: number) => ({ kind, data: { revision } }) as never;
  it('is as the file says, and never less than its log tells', () => {
    const of = (revision: number | undefined, ...entries: never[]) => revisionOf({ job: { ...job, revision }, entries }); // prettier-ignore
    expect([of(undefined), of(3), of(3, entry('planned', 2)), of(3, entry('moved', 5)), of(undefined, entry('planned', 7), entry('note', 9))]).toEqual([0, 3, 3, 5, 7]); // prettier-ignore
    expect(planOfFile(file()).revision).toBe(revisionOf(file()));
  });
});

describe('a plan', () => {
  it('of the demo, with cords, contradicts itself nowhere', () => expect(planProblems(plan())).toEqual([]));

  it.each<[string, (p: JobPlan) => void, [path: string, message: string][]]>([
    ['an id twice', (p) => p.spaces.push({ ...p.spaces[0]!, name: 'Other' }), [['spaces.bird-room.id', '"bird-room" stands twice in spaces: give one of them another id.']]],
    ['nobody in it', (p) => p.crew.forEach(retire), [['crew', 'A job needs at least one person: add somebody first.']]],
    ['a panel in no space', (p) => (p.panels[4]!.space = 'gone'), [['panels.X1.space', 'Panel X1 hangs in no space that is there: there is no space "gone".']]],
    ['an outlet in no space', (p) => (p.outlets[0]!.space = 'gone'), [['outlets.bird-room-desk.space', 'Outlet desk is in no space that is there: there is no space "gone".']]],
    ['two panels of a space by one name', (p) => (p.panels[1]!.name = ' k1 '), [['panels.K2.name', 'Two panels of Low closet are called  k1 : give one another name.']]],
    ['a floor twice', (p) => (p.floors = [{ id: 'a', floor: 1 }, { id: 'b', floor: 2 }, { id: 'c', floor: 1 }]), [['floors.2', 'Floor 1 stands twice in the plan: keep one of them.']]],
    ['two batches by one name', (p) => p.batches.push({ ...p.batches[0]!, id: 'again', name: 'RACK cords ' }), [['batches.again.name', 'Two batches are called rack cords: give one another name.']]],
    ['a run with a link that is not there', (p) => (p.runs[0]!.links = ['gone']), [['runs.galley-skirting.links', 'Run Kelp lab to Galley, along the skirting: there is no link "gone".']]],
    ['a link in two runs', (p) => p.runs.forEach((r) => (r.links = ['K1-09'])), [[`runs.kelp-lab-east.links`, 'K1-09 lies in Kelp lab to Galley, along the skirting already: a cable has one route, so take it out of there first.']]],
    ['a cord in a run', (p) => (p.runs[0]!.links = ['C-1']), [['runs.galley-skirting.links', 'C-1 is a cord: only cables that are laid have a run.']]],
    ['a run that turns on its way up', (p) => (p.runs[0]!.steps[3]!.turn = 90), [['runs.galley-skirting.steps', 'Run Kelp lab to Galley, along the skirting: step 4 goes up and cannot turn: only what goes level does.']]],
    ['a cord that hangs on a port', (p) => Object.assign(of(p, 'C-1').tail, { panel: 'K3', port: 1 }), [['links.C-1.tail.space', 'C-1: a cord hangs on nothing: it belongs to its batch, not to a panel, an outlet or a space.'], ['links.C-1.tail.port', 'C-1: port 1 of K3 is taken by K3-01.']]],
    ['an end on nothing', (p) => (of(p, 'K3-01').head = { connector: 'patch-panel' }), [['links.K3-01.head.panel', 'K3-01: its head hangs on nothing: name a panel and port, an outlet and position, or the space it ends in.']]],
    ['an end on two things', (p) => (of(p, 'K3-01').tail.space = 'galley'), [['links.K3-01.tail.panel', 'K3-01: its tail hangs on two things: name a panel and port, an outlet and position, or the space it ends in.']]],
    ['a panel without a port', (p) => delete of(p, 'K3-01').head.port, [['links.K3-01.head.port', 'K3-01: its head names a panel but no port.']]],
    ['a port without a panel', (p) => delete of(p, 'K3-01').head.panel, [['links.K3-01.head.port', 'K3-01: its head names a port but no panel.']]],
    ['an outlet without a position', (p) => delete of(p, 'K3-01').tail.position, [['links.K3-01.tail.position', 'K3-01: its tail names an outlet but no position.']]],
    ['a position without an outlet', (p) => delete of(p, 'K3-01').tail.outlet, [['links.K3-01.tail.position', 'K3-01: its tail names a position but no outlet.']]],
    ['a panel that is not there', (p) => (of(p, 'K3-01').head.panel = 'Z9'), [['links.K3-01.head.panel', 'K3-01: there is no panel "Z9".']]],
    ['an outlet that is not there', (p) => (of(p, 'K3-01').tail.outlet = 'Z9'), [['links.K3-01.tail.outlet', 'K3-01: there is no outlet "Z9".']]],
    ['a space that is not there', (p) => (of(p, 'K3-01').tail = { connector: 'punch-down-jack', space: 'Z9' }), [['links.K3-01.tail.space', 'K3-01: there is no space "Z9".']]],
    ['a batch that is not there', (p) => (of(p, 'C-2').cord!.batch = 'gone'), [['links.C-2.cord.batch', 'C-2: there is no batch "gone".']]],
    ['a number of a batch twice', (p) => (of(p, 'C-2').cord!.number = 1), [['links.C-2.cord.number', 'C-2: number 1 of Rack cords is taken by C-1.']]],
    ['a cord longer than any', (p) => (of(p, 'C-2').lengthMetres = 100.1), [['links.C-2.lengthMetres', 'C-2: a cord is at most 100 m long, not 100.1.']]],
    ['coax at one end', (p) => (of(p, 'K3-01').tail.connector = 'coax-compression'), [['links.K3-01.tail.connector', 'K3-01: a coax connector at one end needs one at the other.']]],
    ['a port past the panel, and taken', (p) => ['K3-01', 'K3-02'].forEach((id) => (of(p, id).head.port = 25)), [['links.K3-01.head.port', 'K3-01: panel K3 has 24 ports, not 25.'], ['links.K3-02.head.port', 'K3-02: panel K3 has 24 ports, not 25.'], ['links.K3-02.head.port', 'K3-02: port 25 of K3 is taken by K3-01.']]],
    ['a position past the outlet, and taken', (p) => ['K1-01', 'K1-02'].forEach((id) => Object.assign(of(p, id).tail, { outlet: 'bird-room-desk', position: 3 })), [['links.K1-01.tail.position', 'K1-01: outlet desk has 2 positions, not 3.'], ['links.K1-02.tail.position', 'K1-02: outlet desk has 2 positions, not 3.'], ['links.K1-02.tail.position', 'K1-02: position 3 of outlet desk is taken by K1-01.']]],
    ['a label twice, in other letters', (p) => (of(p, 'K3-01').label = 'k1-01'), [['links.K3-01.label', '2 links are called K1-01: a label belongs to one.']]],
  ])('is refused for %s', (_name, change, says) => {
    const p = plan();
    change(p);
    expect(planProblems(p).map(({ path, message }) => [path, message])).toEqual(says);
  }); // prettier-ignore

  it('holds no place with what is retired, whose things have to be there all the same', () => {
    const p = plan();
    for (const l of p.links.filter((l) => l.head.panel === 'K1')) retire(l);
    retire(p.panels[0]!);
    retire(of(p, 'C-1'));
    Object.assign(of(p, 'K3-01'), { label: 'K1-01' });
    of(p, 'C-2').cord!.number = 1;
    p.panels[1]!.name = 'K1';
    expect(planProblems(p)).toEqual([]);
    of(p, 'K3-02').head = { ...of(p, 'K3-02').head, panel: 'K1', port: 1 };
    of(p, 'K1-01').head.panel = 'gone';
    expect(planProblems(p).map((x) => x.path)).toEqual(['links.K1-01.head.panel', 'links.K3-02.head.panel']);
  });
  it('has cords as long as any may be, and cables that are longer', () => {
    const p = plan();
    of(p, 'C-2').lengthMetres = 100;
    of(p, 'K3-01').lengthMetres = 140;
    expect(planProblems(p)).toEqual([]);
  });
  it('has floors, batches and runs that are retired beside those that are not', () => {
    const p = plan();
    p.floors = [{ id: 'a', floor: 1 }, retire({ id: 'b', floor: 1 }) as never];
    p.batches.push(retire({ ...p.batches[0]!, id: 'old' }) as never);
    p.runs.push(retire({ ...p.runs[0]!, id: 'old', links: ['gone'] }) as never);
    expect(planProblems(p)).toEqual([]);
  });
});

describe('a job file', () => {
  it.each<[string, (f: JobFile) => void, [path: string, message: string][]]>([
    ['a name the program keeps for itself', (f) => { f.job.id = 'api'; f.entries = []; }, [['job.id', 'No job may be called "api": its address is the program\'s own.']]],
    ['an entry twice', (f) => (f.entries[1] = f.entries[0]!), [['entries.1.id', `"${demo.entries[0]!.id}" stands here twice.`]]],
    ['an entry of another job', (f) => (f.entries[2] = { ...f.entries[2]!, job: 'other' }), [['entries.2.job', 'This entry belongs to the job "other".']]],
    ['an entry of a link that is not there', (f) => (f.entries[3] = { ...f.entries[3]!, link: 'gone' } as never), [['entries.3.link', 'There is no link "gone".']]],
    ['an entry by nobody', (f) => (f.entries[4] = { ...f.entries[4]!, by: 'gone' }), [['entries.4.by', 'Nobody in the crew is "gone".']]],
    ['a rule of the plan, told by its place in the list', (f) => { f.panels[2]!.space = 'gone'; delete f.links[5]!.head.port; }, [['panels.2.space', expect.stringContaining('there is no space "gone"')], ['links.5.head.port', expect.stringContaining('a panel but no port')]]],
    ['a crew of nobody', (f) => f.crew.forEach(retire), [['crew', expect.stringContaining('at least one person')]]],
  ])('is refused for %s', (_name, change, says) => {
    const f = file();
    change(f);
    expect(jobFileProblems(f).map(({ path, message }) => [path, message])).toEqual(says);
  }); // prettier-ignore
  it('takes a change of plan of which nobody said who made it, and nothing else', () => {
    const f = file();
    const planned = { id: '00000000-0000-7000-8000-000000000001', job: f.job.id, at: '2026-11-02T09:00:00Z', by: NOBODY_SAID, kind: 'planned', data: { revision: 1, from: 'table', changes: [] } }; // prettier-ignore
    f.entries.push(planned as never);
    expect(jobFileProblems(f)).toEqual([]);
    f.entries.push({ ...planned, id: '00000000-0000-7000-8000-000000000002', kind: 'note', link: 'K1-01', data: { text: 'x' } } as never); // prettier-ignore
    expect(jobFileProblems(f)).toHaveLength(1);
  });
  it('of an earlier version has what it does not name', () => {
    const { floors: _f, batches: _b, runs: _r, legends: _l, ...old } = file();
    expect(planOfFile(old as JobFile)).toMatchObject({ revision: 0, floors: [], batches: [], runs: [], legends: [] }); // prettier-ignore
    expect(planOfFile({ ...file(), job: { ...file().job, revision: 4 } }).revision).toBe(4);
  });
});
