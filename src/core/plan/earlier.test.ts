import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import demo from '../../../demo/skerry-point.json';
import type { JobEntryOf } from '../model/entry';
import { jobFileSchema, type JobPlan } from '../model/job';
import type { PlanChanges } from '../model/plan-changes';
import { PLAN_LISTS } from '../model/plan-lists';
import { applyChanges } from './apply-changes';
import { planAt, planVersions } from './earlier';
import { planHistory } from './history';
import { planOfFile } from './invariants';

const file = jobFileSchema.parse(demo);
const start: JobPlan = { ...planOfFile(file), revision: 3 };
const ids = start.links.slice(0, 6).map((l) => l.id);
type Planned = Pick<JobEntryOf<'planned'>, 'at' | 'data'>;

const byId = (plan: JobPlan) => ({
  ...plan,
  ...Object.fromEntries(PLAN_LISTS.map((list) => [list, plan[list].toSorted((a, b) => (a.id < b.id ? -1 : 1))])), // prettier-ignore
});

/** Changes one after another, each with the plan before it. */
function changed(all: readonly ((plan: JobPlan) => PlanChanges)[]) {
  let plan = start;
  const plans = [start];
  const planned: Planned[] = [];
  for (const [i, change] of all.entries()) {
    const applied = applyChanges(plan, change(plan), { links: new Set(ids), parts: new Set() } as never);
    const revision = plan.revision + 1;
    const changes = planHistory(plan, applied);
    planned.push({ at: new Date(Date.UTC(2026, 10, 4, 9 + i)).toISOString(), data: { revision, from: 'a test', changes } }); // prettier-ignore
    plan = { ...applied.plan, revision };
    plans.push(plan);
  }
  return { plan, plans, planned };
}
const linkOf = (plan: JobPlan, id: string) => plan.links.find((l) => l.id === id)!;
const rename = (id: string, label: string) => (plan: JobPlan): PlanChanges => ({ put: { links: [{ ...linkOf(plan, id), label }] } }); // prettier-ignore
const exchange =
  (a: string, b: string) =>
  (plan: JobPlan): PlanChanges => ({
    put: { links: [{ ...linkOf(plan, a), label: linkOf(plan, b).label }, { ...linkOf(plan, b), label: linkOf(plan, a).label }] }, // prettier-ignore
  });

describe('a plan as it was', () => {
  it('is what it was before every change since, whatever that was (property)', () => {
    const seen = { exchanged: 0, gone: 0 };
    const id = fc.constantFrom(...ids);
    const one = fc.oneof(
      fc.tuple(id, id).map(([a, b]) => (a === b ? rename(a, 'Z1') : (seen.exchanged++, exchange(a, b)))),
      fc.tuple(id, fc.string({ minLength: 1, maxLength: 6 })).map(([a, label]) => rename(a, `x${label}`)),
      fc.string({ minLength: 1, maxLength: 8 }).map((name) => () => ({ name }) as PlanChanges),
      fc.constant(() => (seen.gone++, { remove: { links: [start.links.at(-1)!.id] } }) as PlanChanges),
      fc.string({ minLength: 1, maxLength: 8 }).map((name) => (plan: JobPlan): PlanChanges => ({ put: { spaces: [{ ...plan.spaces[0]!, name }] } })), // prettier-ignore
    );
    fc.assert(
      fc.property(fc.array(one, { minLength: 1, maxLength: 6 }), (all) => {
        const { plan, plans, planned } = changed(all);
        for (const before of plans)
          expect(byId(planAt(plan, planned, before.revision))).toEqual(byId(before));
      }),
      { numRuns: 60 },
    );
    expect(seen.exchanged).toBeGreaterThan(10);
    expect(seen.gone).toBeGreaterThan(3);
  });
});

describe('the versions of a plan', () => {
  it('begin where a link was called otherwise, put elsewhere or ordered otherwise, and nowhere else', () => {
    const { planned, plan } = changed([
      exchange(ids[0]!, ids[1]!),
      () => ({ name: 'Another name' }),
      rename(ids[2]!, 'Z9'),
      () => ({ name: 'One more' }),
      (p) => ({ policy: { ...p.policy, scheme: 'T568A' } }),
      (p) => ({ policy: { ...p.policy, units: 'inch' } }) as PlanChanges,
    ]);
    expect(planVersions(planned, plan.revision)).toEqual([
      { first: 8, last: 9, since: '2026-11-04T13:00:00.000Z' },
      { first: 6, last: 7, since: '2026-11-04T11:00:00.000Z' },
      { first: 4, last: 5, since: '2026-11-04T09:00:00.000Z' },
      { first: 0, last: 3 },
    ]);
    expect(planVersions([], 12)).toEqual([{ first: 0, last: 12 }]);
  });
});
