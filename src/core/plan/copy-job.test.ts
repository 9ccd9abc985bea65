import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { madeId } from '../../../tests/support/made-id';
import demo from '../../../demo/skerry-point.json';
import { inOrder } from '../log/effective';
import type { Entry, EntryOf, LogEntry } from '../model/entry';
import { jobFileSchema, type JobFile } from '../model/job';
import { besideJob, copyOfPlan, picturesOf } from './copy-job';
import { jobFileProblems, planOfFile } from './invariants';

const file = (): JobFile => jobFileSchema.parse(structuredClone(demo));
const NOW = '2026-11-25T08:00:00.000Z';
const uuid = (n: number) => `00000000-0000-7000-8000-${String(n).padStart(12, '0')}`;

describe('a new job out of another', () => {
  const from = () => {
    const plan = planOfFile(file());
    plan.policy = { ...plan.policy, archived: true, about: { client: 'Harbour office' } };
    plan.links.find((l) => l.id === 'K1-02')!.retired = true;
    plan.panels[3]!.retired = true;
    for (const l of plan.links) if (l.head.panel === 'T1') l.retired = true;
    plan.crew.find((p) => p.id === 'una')!.retired = true;
    plan.runs[0]!.links = ['K1-01', 'K1-02'];
    plan.runs[1]!.retired = true;
    plan.floors = [{ id: 'f', floor: 1 }];
    plan.batches = [{ id: 'b', name: 'Rack cords' } as never];
    return plan;
  };
  it('has the plan without what was retired, and nothing logged', () => {
    const copy = copyOfPlan(from(), 'next', 'Next floor', 'plan', NOW);
    expect(copy.job).toEqual({ id: 'next', name: 'Next floor', createdAt: NOW, policy: { ...file().job.policy, about: { client: 'Harbour office' } } }); // prettier-ignore
    expect(copy.links.length).toBe(70 - 1 - 12);
    expect(copy.links.every((l) => !l.retired)).toBe(true);
    expect([copy.panels.map((p) => p.id), copy.entries, copy.format]).toEqual([['K1', 'K2', 'K3', 'X1'], [], 'gauntlet/job@1']); // prettier-ignore
    expect(copy.runs!.map((r) => r.links)).toEqual([['K1-01']]);
    expect([copy.spaces.length, copy.outlets.length, copy.floors, copy.batches]).toEqual([12, 34, [{ id: 'f', floor: 1 }], [{ id: 'b', name: 'Rack cords' }]]); // prettier-ignore
    expect([copy.crew.map((p) => p.id), copy.parts, copy.legends]).toEqual([['bo', 'ines', 'mika', 'pell'], file().parts, []]); // prettier-ignore
    expect(jobFileProblems(copy)).toEqual([]);
  });
  it('has only the terms, people and parts where that is asked: no client, and nothing hidden in links it has not', () => {
    const copy = copyOfPlan(from(), 'next', 'Next', 'terms', NOW);
    const { practice: _, ...terms } = file().job.policy;
    expect(copy.job.policy).toEqual({ ...terms, practice: {} });
    for (const list of ['links', 'spaces', 'panels', 'outlets', 'floors', 'batches'] as const) expect(copy[list]).toEqual([]); // prettier-ignore
    expect(copy).not.toHaveProperty('runs');
    expect([copy.crew.length, copy.parts.length]).toEqual([4, 8]);
    const plain = from();
    delete plain.policy.practice;
    expect(copyOfPlan(plain, 'next', 'Next', 'terms', NOW).job.policy).not.toHaveProperty('practice');
  });
});

describe('a job brought in beside the one it came from', () => {
  const photo = uuid(77);
  const base = { job: demo.job.id, at: NOW, by: 'bo' };
  const handed = { ...base, id: uuid(3), kind: 'handed-over', data: { client: 'Harbour office', count: 2, root: '00', refused: [] } }; // prettier-ignore
  const log = [
    { ...base, id: uuid(1), kind: 'photo', link: 'K1-01', end: 'head', data: { photo } },
    { ...base, id: uuid(2), kind: 'void', link: 'K1-01', data: { entry: uuid(1), reason: 'slip' } },
    handed,
    { ...base, id: uuid(4), kind: 'void', data: { entry: uuid(3), reason: 'too soon' } },
    { ...base, id: uuid(5), kind: 'void', data: { entry: uuid(99), reason: 'of a log it has not' } },
    { ...base, id: uuid(6), kind: 'photo', link: 'K1-02', end: 'tail', data: { photo } },
  ] as unknown as LogEntry[];
  const from = () => ({ ...file(), entries: log, floors: [{ id: 'f', floor: 1, picture: { photo } }, { id: 'g', floor: 2 }] }) as never as JobFile; // prettier-ignore

  it('has ids of its own, what names another as before, and no handover', () => {
    const { file: made, photos } = besideJob(from(), 'beside', 'Beside');
    expect([made.job.id, made.job.name]).toEqual(['beside', 'Beside']);
    const entries = made.entries as LogEntry[];
    expect(entries.map((e) => e.kind)).toEqual(['photo', 'void', 'void', 'photo']);
    expect(entries.every((e) => e.job === 'beside')).toBe(true);
    expect(new Set([...entries.map((e) => e.id), ...log.map((e) => e.id)]).size).toBe(10);
    expect(entries[1]!.data).toEqual({ entry: entries[0]!.id, reason: 'slip' });
    expect(entries[2]!.data).toEqual({ entry: uuid(99), reason: 'of a log it has not' });
    const [[was, is]] = [...photos] as [[string, string]];
    expect([photos.size, was]).toEqual([1, photo]);
    expect(is).not.toBe(photo);
    expect([entries[0]!.data, entries[3]!.data]).toEqual([{ photo: is }, { photo: is }]);
    expect(made.floors).toEqual([
      { id: 'f', floor: 1, picture: { photo: is } },
      { id: 'g', floor: 2 },
    ]);
    expect(picturesOf(made)).toEqual(new Set([is]));
    expect(made.links).toEqual(file().links);
  });
  it('of an earlier version has no floors to rename', () => {
    const { floors: _, ...old } = from();
    const { file: made } = besideJob(old as JobFile, 'beside', 'Beside');
    expect(made).not.toHaveProperty('floors');
    expect(picturesOf(made).size).toBe(1);
    expect(picturesOf({ entries: [] }).size).toBe(0);
    expect(picturesOf(from())).toEqual(new Set([photo]));
  });
  it('has its log in the same order, whenever it was written down, by whatever clock, with whatever ids', () => {
    const NINE = Date.UTC(2026, 4, 4, 9);
    const made = fc.array(
      fc.record({
        minute: fc.nat({ max: 30 }),
        laterMinutes: fc.constantFrom(null, 0, 0, 40),
        device: fc.constantFrom(undefined, 'd1', 'd2'),
        clockErrorMs: fc.constantFrom(undefined, 20 * 60_000),
      }),
      { minLength: 2, maxLength: 12 },
    );
    let toldLater = 0;
    fc.assert(
      fc.property(made, (list) => {
        const entries = list.map(({ minute, laterMinutes, device, clockErrorMs }, i) => ({
          ...base,
          id:
            laterMinutes === null
              ? uuid(i).replace('-7000-', '-4000-')
              : madeId(i, NINE + (minute + laterMinutes) * 60_000 + i),
          kind: 'note',
          link: 'K1-01',
          // No two happened at the same millisecond.
          at: new Date(NINE + minute * 60_000 + i).toISOString(),
          data: { text: String(i) },
          ...(device ? { device, written: i + 1 } : {}),
          ...(clockErrorMs ? { clockErrorMs } : {}),
        })) as unknown as Entry[];
        toldLater += list.filter((x) => x.laterMinutes === 40).length;
        const textsOf = (log: readonly LogEntry[]) =>
          inOrder(log).map((e) => (e as EntryOf<'note'>).data.text);
        const { file: copy } = besideJob({ ...from(), entries } as JobFile, 'beside', 'Beside');
        expect(textsOf(copy.entries as LogEntry[])).toEqual(textsOf(entries));
      }),
      { numRuns: 300 },
    );
    expect(toldLater).toBeGreaterThan(100);
  });
});
