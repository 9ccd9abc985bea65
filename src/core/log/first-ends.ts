import type { Link, Person } from '../model/job';
import { ENDS, type End } from '../wiring/conductors';
import { compareInstants } from './effective';
import type { LinkStatus } from './state';

/** So many of the first ends of each kind that a trainee makes are looked at by the lead. Our judgement. */
export const FIRST_ENDS = 3;

/** An end that a trainee made among the first of its kind, and that nothing has proven yet. */
export interface FirstEnd {
  person: Person;
  link: Link;
  end: End;
  at: string;
}

/** What a lead looks at: the first ends of each kind of every trainee, as long as they are not proven. */
export function firstEnds(
  crew: readonly Person[],
  links: readonly Link[],
  statusOf: (id: string) => LinkStatus,
): FirstEnd[] {
  const made = new Map<string, FirstEnd[]>();
  if (!crew.some((p) => p.role === 'trainee')) return [];
  for (const link of links) {
    const status = statusOf(link.id);
    for (const end of ENDS) {
      const { by, at, connector, state } = status[end];
      const person = crew.find((p) => p.id === by && p.role === 'trainee');
      if (!person || at === undefined || state === 'bare') continue;
      const key = `${person.id}\n${connector}`;
      made.set(key, [...(made.get(key) ?? []), { person, link, end, at }]);
    }
  }
  return [...made.values()].flatMap((ends) =>
    ends
      .sort((a, b) => compareInstants(a.at, b.at))
      .slice(0, FIRST_ENDS)
      .filter((e) => statusOf(e.link.id)[e.end].state !== 'proven'),
  );
}
