import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import type { JobFile, JobPlan } from '../model/job';
import { applyChanges } from '../plan/apply-changes';
import { planOfFile } from '../plan/invariants';
import { scheduleChanges, scheduleOf } from './changes';
import { checkSchedule } from './check';
import { compareSchedule } from './compare';
import { groupProblems } from './grouped';
import type { ScheduleRow } from './sheet';

const demo = JSON.parse(
  readFileSync(new URL('../../../demo/skerry-point.json', import.meta.url), 'utf8'),
) as JobFile;
const plan: JobPlan = planOfFile(structuredClone(demo));
/** A revision of the demo's own schedule, as a file has it: without ids. */
function revised(change: (rows: Map<string, ScheduleRow>) => void): ScheduleRow[] {
  const rows = new Map(scheduleOf(plan, plan.links).map(({ id: _, ...r }) => [r.link!, r as ScheduleRow]));
  change(rows);
  return [...rows.values()];
}
const of = (rows: ScheduleRow[], kind: string) =>
  compareSchedule(checkSchedule(rows, plan), plan).rows.filter((r) => r.kind === kind);

describe('a revised schedule beside the job', () => {
  it('is nothing new where it is the job’s own', () => {
    const compared = compareSchedule(
      checkSchedule(
        revised(() => {}),
        plan,
      ),
      plan,
    );
    expect(new Set(compared.rows.map((r) => r.kind))).toEqual(new Set(['same']));
    expect([compared.gone, compared.elsewhere]).toEqual([[], []]);
  });
  it('names what is gone from its panels, and apart from it what hangs on panels it says nothing of', () => {
    const rows = revised((r) => {
      r.delete('K1-03');
      for (const label of [...r.keys()]) if (label.startsWith('K3')) r.delete(label);
    });
    const compared = compareSchedule(checkSchedule(rows, plan), plan);
    expect(compared.gone.map((l) => l.label)).toEqual(['K1-03']);
    expect(compared.elsewhere.every((l) => l.label.startsWith('K3'))).toBe(true);
    expect(compared.elsewhere).not.toHaveLength(0);
  });
  it('knows a link by its port and room where only its label is new', () => {
    const rows = revised((r) => r.set('K1-05', { ...r.get('K1-05')!, link: 'HC-012R' }));
    expect(of(rows, 'renamed')).toMatchObject([
      { label: 'HC-012R', link: { id: 'K1-05' }, fields: [{ field: 'label', was: 'K1-05', is: 'HC-012R' }] },
    ]);
    expect(of(rows, 'new')).toEqual([]);
    expect(checkSchedule(rows, plan).problems).toEqual([]);
  });
  it('takes another label on another room’s port for a new link, whose port is free once the old one goes', () => {
    const rows = revised((r) => {
      r.set('K1-05', { ...r.get('K1-05')!, link: 'HC-900', tail_room: 'Boiler room', tail_outlet: '1' });
    });
    const check = checkSchedule(rows, plan);
    expect(check.problems.map((p) => p.message)).toEqual([expect.stringContaining('taken by K1-05')]);
    const gone = new Set(compareSchedule(check, plan).gone.map((l) => l.id));
    expect(gone).toEqual(new Set(['K1-05']));
    const agreed = checkSchedule(rows, plan, { gone });
    expect(agreed.problems).toEqual([]);
    const { changes, added } = scheduleChanges(agreed.good, plan);
    expect(added).toBe(1);
    const used = { links: new Set(['K1-05']), parts: new Set<string>() };
    const made = applyChanges(plan, { ...changes, remove: { links: [...gone] } }, used);
    expect(made.problems).toEqual([]);
    expect(made.plan.links.find((l) => l.id === 'K1-05')!.retired).toBe(true);
  });
  it('says of two links that change places where each was and is', () => {
    const rows = revised((r) => {
      const [a, b] = [r.get('K1-01')!, r.get('K1-02')!];
      r.set('K1-01', { ...a, head_port: b.head_port! });
      r.set('K1-02', { ...b, head_port: a.head_port! });
    });
    expect(of(rows, 'moved').map((r) => [r.label, r.fields])).toEqual([
      ['K1-01', [{ field: 'port', was: '1', is: '2' }]],
      ['K1-02', [{ field: 'port', was: '2', is: '1' }]],
    ]);
  });
  it('leaves a link as it is where its row is not ticked, and holds its place against the others', () => {
    const rows = revised((r) => {
      const [a, b] = [r.get('K1-01')!, r.get('K1-02')!];
      r.set('K1-01', { ...a, head_port: b.head_port! });
      r.set('K1-02', { ...b, head_port: a.head_port! });
    });
    const second = rows.findIndex((r) => r.link === 'K1-02');
    const check = checkSchedule(rows, plan, { skip: new Set([second]) });
    expect(check.problems.map((p) => p.message)).toEqual(['Port 2 of K1 is taken by K1-02.']);
  });
});

describe('bad cells', () => {
  it('that are bad in the same way are told once, the most of them first', () => {
    const rows: ScheduleRow[] = Array.from({ length: 30 }, (_, i) => ({
      link: `N-${i}`, head_panel: 'N1', head_port: 'x', tail_room: String(100 + i), length_m: String(91 + i),
    })); // prettier-ignore
    rows[7]!.scheme = 'C';
    const groups = groupProblems(checkSchedule(rows, { ...plan, links: [], panels: [], outlets: [], spaces: [] }).problems); // prettier-ignore
    expect(groups.map((g) => [g.column, g.problems.length])).toEqual([
      ['port', 30],
      ['length', 30],
      ['scheme', 1],
    ]);
  });
  it('that are empty under a cell that holds for them offer it', () => {
    const empty: JobPlan = { ...plan, links: [], panels: [], outlets: [], spaces: [] };
    const rows: ScheduleRow[] = [
      { link: 'A', head_panel: 'N1', head_port: '1', tail_room: '101' },
      { link: 'B', head_port: '2' },
    ];
    expect(checkSchedule(rows, empty).problems.map((p) => p.mend?.value)).toEqual(['N1', '101']);
  });
});
