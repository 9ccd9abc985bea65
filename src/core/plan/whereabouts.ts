import type { Batch, JobPlan, Link, LinkEnd, Outlet, Panel, Space } from '../model/job';

/** Where one end of a link is; what it does not hang on is missing, and a cord's end is nowhere. */
export interface Spot {
  space?: Space | undefined;
  panel?: Panel | undefined;
  port?: number | undefined;
  outlet?: Outlet | undefined;
  position?: number | undefined;
}

/** Where both ends of a link are, and the batch a cord belongs to. */
export interface Whereabouts {
  head: Spot;
  tail: Spot;
  cord?: { batch: Batch; number: number } | undefined;
}

/** Looks up where links are, retired things included. */
export function whereabouts(
  plan: Pick<JobPlan, 'spaces' | 'panels' | 'outlets' | 'batches'>,
): (link: Pick<Link, 'head' | 'tail' | 'cord'>) => Whereabouts {
  const byId = <T extends { id: string }>(list: readonly T[]) => new Map(list.map((x) => [x.id, x]));
  const spaces = byId(plan.spaces);
  const panels = byId(plan.panels);
  const outlets = byId(plan.outlets);
  const batches = byId(plan.batches);
  const spot = (end: LinkEnd): Spot => {
    const panel = end.panel === undefined ? undefined : panels.get(end.panel);
    const outlet = end.outlet === undefined ? undefined : outlets.get(end.outlet);
    const space = spaces.get(panel?.space ?? outlet?.space ?? end.space ?? '');
    return { space, panel, port: end.port, outlet, position: end.position };
  };
  return ({ head, tail, cord }) => {
    const batch = cord && batches.get(cord.batch);
    return {
      head: spot(head),
      tail: spot(tail),
      ...(batch ? { cord: { batch, number: cord.number } } : {}),
    };
  };
}

/** A name as one says it: a mere number wants the word for what it is. */
export const named = (word: string, name: string): string => (/^\d/.test(name) ? `${word} ${name}` : name);

/** What an end hangs on, without its space: `panel K1, port 7`, `east bench, position 2`; '' where nothing. */
export function hangsOn({ panel, port, outlet, position }: Spot): string {
  if (panel) return `panel ${panel.name}, port ${port}`;
  if (outlet) return `${named('outlet', outlet.name)}, position ${position}`;
  return '';
}

/**
 * Where an end is, in words.
 *
 * @example
 * spotWords(where(link).tail) // 'Kelp lab, east bench, position 2'
 */
export const spotWords = (spot: Spot): string =>
  [spot.space ? named('room', spot.space.name) : '', hangsOn(spot)].filter(Boolean).join(', ');

/** Where a link leads, as its port or cord is told apart from others: its far end, or the batch of a cord. */
export const farWords = ({ tail, cord }: Whereabouts): string =>
  cord ? `${cord.batch.name}, cord ${cord.number}` : spotWords(tail);
