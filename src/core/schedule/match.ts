import type { JobPlan, Link } from '../model/job';
import { whereabouts } from '../plan/whereabouts';
import { norm, panelKeyOf } from './places';
import type { ScheduleRow } from './sheet';

const number = (text: string | undefined) => Number((text ?? '').replace(/\D+/g, ''));

/**
 * The link of the job each row is about: by its id, by its label, or, where the label is new, by its place: the same
 * panel, port and room under another name is the same link renamed. Null where a row is a new link.
 */
export function matchLinks(
  rows: readonly ScheduleRow[],
  plan: JobPlan,
  gone: ReadonlySet<string> = new Set(),
): (Link | null)[] {
  const active = plan.links.filter((l) => !l.retired && !gone.has(l.id));
  const byId = new Map(plan.links.map((l) => [l.id, l]));
  const byLabel = new Map(active.map((l) => [norm(l.label), l]));
  const matched = rows.map((r) => (r.id ? byId.get(r.id) : byLabel.get(norm(r.link ?? ''))) ?? null);
  if (!active.length || matched.every(Boolean)) return matched;
  const named = new Set(matched.flatMap((l) => (l ? [l.id] : [])));
  const where = whereabouts(plan);
  const byPlace = new Map<string, { link: Link; closet: string }>();
  const twice = new Set<string>();
  for (const link of active) {
    const { head, tail } = where(link);
    if (named.has(link.id) || link.cord || !head.panel || !tail.space) continue;
    const key = `${norm(head.panel.name)}\n${head.port}\n${norm(tail.space.name)}`;
    if (byPlace.has(key)) twice.add(key);
    byPlace.set(key, { link, closet: head.space?.name ?? '' });
  }
  return matched.map((l, i) => {
    const r = rows[i]!;
    if (l || r.id || !r.link || !r.head_panel || !r.head_port || !r.tail_room) return l;
    const key = `${norm(r.head_panel)}\n${number(r.head_port)}\n${norm(r.tail_room)}`;
    const found = byPlace.get(key);
    if (!found || twice.has(key)) return null;
    const elsewhere = r.head_closet && panelKeyOf(r.head_closet, r.head_panel) !== panelKeyOf(found.closet, r.head_panel); // prettier-ignore
    if (elsewhere) return null;
    byPlace.delete(key);
    return found.link;
  });
}
