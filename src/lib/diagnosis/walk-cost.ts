import type { Costs } from '$core/model/costs';
import type { Link } from '$core/model/job';
import { walkMinutes } from '$core/survey/distance';
import type { OpenJob } from '$lib/job/open-job.svelte';

/** What a walk between the ends of a link takes: both ends of a cord lie on the bench; elsewhere by the plan of spaces, where it knows them. */
export function walkCost(job: OpenJob, link: Link): Partial<Costs> {
  if (link.cord) return { walk: 0 };
  const { head, tail } = job.plan.where(link);
  const metres = head.space && tail.space ? job.plan.ways.metres(head.space, tail.space) : 0;
  // Plugging in and out at the far end takes a minute beside the walk.
  return metres > 0 ? { walk: 1 + walkMinutes(metres) } : {};
}
