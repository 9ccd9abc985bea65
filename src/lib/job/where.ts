import type { JobPlan, Link, Outlet, Panel, Space } from '$core/model/job';

/** Where both ends of a link are, looked up once. */
export interface Whereabouts {
  panel: Panel;
  closet: Space;
  outlet: Outlet;
  room: Space;
}

/** Looks up where links are. */
export function whereabouts(plan: JobPlan): (link: Link) => Whereabouts {
  const spaces = new Map(plan.spaces.map((s) => [s.id, s]));
  const panels = new Map(plan.panels.map((p) => [p.id, p]));
  const outlets = new Map(plan.outlets.map((o) => [o.id, o]));
  return (link) => {
    const panel = panels.get(link.head.panel)!;
    const outlet = outlets.get(link.tail.outlet)!;
    return { panel, closet: spaces.get(panel.space)!, outlet, room: spaces.get(outlet.space)! };
  };
}

/** A name as one says it: a mere number wants the word for what it is. */
export const named = (word: string, name: string): string => (/^\d/.test(name) ? `${word} ${name}` : name);

/** The far end of a link in words, such as `Kelp lab, east bench, position 2`. */
export const tailWords = (w: Whereabouts, link: Link): string =>
  `${named('room', w.room.name)}, ${outletWords(w, link)}`;

/** The outlet and position of a link in words. */
export const outletWords = (w: Whereabouts, link: Link): string =>
  `${named('outlet', w.outlet.name)}, position ${link.tail.position}`;
