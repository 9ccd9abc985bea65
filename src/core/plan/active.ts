import type { JobPlan } from '../model/job';

/** A plan without what was retired: what is worked on. */
export function activePlan(plan: JobPlan): JobPlan {
  const active = <T extends { retired?: true | undefined }>(list: readonly T[]) =>
    list.filter((x) => !x.retired);
  return {
    ...plan,
    spaces: active(plan.spaces),
    panels: active(plan.panels),
    outlets: active(plan.outlets),
    floors: active(plan.floors),
    batches: active(plan.batches),
    links: active(plan.links),
    runs: active(plan.runs),
    crew: active(plan.crew),
  };
}
