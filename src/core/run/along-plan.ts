import type { Floor, JobPlan, Link, Space } from '../model/job';
import { whereabouts } from '../plan/whereabouts';
import { MOST_LINKS, type Run, type RunStep } from '../model/run';
import { Ways } from '../survey/ways';

/** Heights a run is reckoned with, in metres: of a floor, over its ceiling, at the panel and at the outlet. Our judgement. */
export const HEIGHTS = { storey: 3, ceiling: 2.6, panel: 1.4, outlet: 0.3 } as const;

const DEGREE = 180 / Math.PI;
const twoPlaces = (x: number) => Math.round(x * 100) / 100;
const turned = (degrees: number) => ((((degrees + 180) % 360) + 360) % 360) - 180;

/**
 * The steps of a run from a closet to a room along the corridors of the plan: up to the ceiling at the panel, over it,
 * up or down through the storeys where there are stairs, and down to the outlet. `guess`: no corridor leads there, so
 * that it goes straight.
 */
export function runAlongPlan(floors: readonly Floor[], from: Space, to: Space): Pick<Run, 'from' | 'steps'> & { guess: boolean } {
  const { points, guess } = new Ways(floors).path(from, to);
  const steps: RunStep[] = [{ go: 'up', metres: twoPlaces(HEIGHTS.ceiling - HEIGHTS.panel) }];
  let heading: number | null = null;
  let first = 0;
  points.slice(1).forEach((p, i) => {
    const before = points[i]!;
    if (p.floor !== before.floor) {
      const slab = p.floor > before.floor ? ('up' as const) : ('down' as const);
      steps.push({ go: slab, metres: twoPlaces(HEIGHTS.storey * Math.abs(p.floor - before.floor)) });
    }
    const metres = Math.hypot(p.x - before.x, p.y - before.y);
    if (metres < 0.05) return;
    const way = Math.atan2(p.y - before.y, p.x - before.x) * DEGREE;
    if (heading === null) first = way;
    const turn = heading === null ? 0 : twoPlaces(turned(way - heading));
    heading = way;
    const last = steps.at(-1)!;
    // Points of one straight corridor are one step.
    if (Math.abs(turn) < 0.5 && last.go === 'over') last.metres = twoPlaces(last.metres + metres);
    else steps.push({ go: 'over', metres: twoPlaces(metres), ...(Math.abs(turn) < 0.5 ? {} : { turn }) });
  });
  steps.push({ go: 'down', metres: twoPlaces(HEIGHTS.ceiling - HEIGHTS.outlet) });
  return { from: { floor: from.floor, x: from.x, y: from.y, heading: twoPlaces(first) }, steps, guess };
} // prettier-ignore

/** Links that go from a closet to a room and lie in no run yet. */
export interface WithoutRun {
  closet: Space;
  room: Space;
  links: Link[];
}

/** Closets and rooms whose links have no run yet, in the order of the links. */
export function withoutRun(plan: Pick<JobPlan, 'spaces' | 'panels' | 'outlets' | 'batches' | 'runs'>, ordered: readonly Link[]): WithoutRun[] {
  const where = whereabouts(plan);
  const lies = new Set(plan.runs.filter((r) => !r.retired).flatMap((r) => r.links));
  const out = new Map<string, WithoutRun>();
  for (const link of ordered) {
    if (link.cord || lies.has(link.id)) continue;
    const { head, tail } = where(link);
    if (!head.space || !tail.space || head.space.id === tail.space.id) continue;
    const key = `${head.space.id}\n${tail.space.id}`;
    const pair = out.get(key) ?? { closet: head.space, room: tail.space, links: [] };
    pair.links.push(link);
    out.set(key, pair);
  }
  return [...out.values()];
} // prettier-ignore

/** A run along the plan for links that have none; marked where it only goes straight. */
export function runFor({ closet, room, links }: WithoutRun, floors: readonly Floor[], id: string): Run {
  const { from, steps, guess } = runAlongPlan(floors, closet, room);
  return {
    id,
    name: `${closet.name} to ${room.name}`.slice(0, 120),
    from,
    steps,
    links: links.map((l) => l.id).slice(0, MOST_LINKS),
    ...(guess ? { straight: true as const } : {}),
  };
}
