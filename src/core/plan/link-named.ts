import type { Link } from '../model/job';

type Named = Pick<Link, 'id' | 'label' | 'retired'>;

/**
 * Tells which link a name from outside the program means: what a tester or a file says, what a person types. A label says
 * it, in whatever case; an id only where no label reads so, for a label that was changed may be the id of another link.
 * What is retired has no name.
 *
 * @example
 * linkNamed(plan.links)(' k1-07 ')?.id
 */
export function linkNamed<L extends Named>(links: readonly L[]): (name: string) => L | undefined {
  const inUse = links.filter((l) => !l.retired);
  const byName = new Map(inUse.map((l) => [l.id.toLowerCase(), l] as const));
  for (const l of inUse) byName.set(l.label.toLowerCase(), l);
  return (name) => byName.get(name.trim().toLowerCase());
}
