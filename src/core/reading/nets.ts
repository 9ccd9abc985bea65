import { contactsOf, type Contact } from '../wiring/conductors';
import type { Reading } from './reading';
import { turnWalk } from './walk';

/** Contacts of both ends that one piece of copper joins; a side is empty where nothing answers across. */
export interface Net {
  head: Contact[];
  tail: Contact[];
}

/** The nets that a reading shows, by its walk and its joins: every contact of either end lies in one. */
export function netsOf({ walk, joins }: Pick<Reading, 'walk' | 'joins'>): Net[] {
  const contacts = contactsOf(walk.length === 9);
  const turned = turnWalk(walk);
  const nets: Net[] = [];
  const gather = (head: readonly Contact[], tail: readonly Contact[]) => {
    const meets = nets.filter(
      (n) => head.some((c) => n.head.includes(c)) || tail.some((c) => n.tail.includes(c)),
    );
    const all: Net = {
      head: [...new Set([...meets.flatMap((n) => n.head), ...head])],
      tail: [...new Set([...meets.flatMap((n) => n.tail), ...tail])],
    };
    for (const n of meets) nets.splice(nets.indexOf(n), 1);
    nets.push(all);
  };
  contacts.forEach((c, i) => gather([c], walk[i]!));
  contacts.forEach((c, i) => gather(turned[i]!, [c]));
  for (const group of joins?.head ?? []) gather(group, []);
  for (const group of joins?.tail ?? []) gather([], group);
  return nets;
}
