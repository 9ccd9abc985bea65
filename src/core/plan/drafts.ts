import { mergeFields } from './merge';

type Item = { id: string };

/** What a person changed of one thing: as it was when they began, and as they want it; `null`: not there. */
export interface Difference<T extends Item = Item> {
  id: string;
  was: T | null;
  is: T | null;
}

/** A field that somebody else changed in the meantime to something else. */
export interface Clash {
  id: string;
  field: string;
  theirs: unknown;
  mine: unknown;
}

const alike = (a: unknown, b: unknown) => JSON.stringify(a) === JSON.stringify(b);

/** What differs between two lists of things, by their ids. A draft keeps this and no more. */
export function differences<T extends Item>(before: readonly T[], now: readonly T[]): Difference<T>[] {
  const [old, fresh] = [new Map(before.map((x) => [x.id, x])), new Map(now.map((x) => [x.id, x]))];
  return [
    ...before.flatMap((was) => (fresh.has(was.id) ? [] : [{ id: was.id, was, is: null }])),
    ...now.flatMap((is) => {
      const was = old.get(is.id) ?? null;
      return alike(was, is) ? [] : [{ id: is.id, was, is }];
    }),
  ];
}

/**
 * Lays a draft's differences onto a list as it is now. What only one of two people changed is kept from both; where
 * both changed a field the draft's value is shown, and told as a clash. A thing that somebody else took out stays out.
 *
 * @example
 * withDifferences(plan.spaces, draft).items // the spaces as they are, with what this person moved
 */
export function withDifferences<T extends Item>(
  now: readonly T[],
  draft: readonly Difference<T>[],
): { items: T[]; clashes: Clash[] } {
  const items = new Map(now.map((x) => [x.id, x]));
  const clashes: Clash[] = [];
  for (const { id, was, is } of draft) {
    const theirs = items.get(id);
    if (is === null) {
      if (theirs && !alike(theirs, was)) clashes.push({ id, field: '', theirs, mine: null });
      items.delete(id);
    } else if (was === null || alike(theirs, was)) items.set(id, is);
    else if (!theirs) clashes.push({ id, field: '', theirs: null, mine: is });
    else
      items.set(
        id,
        mergeFields(was as never, theirs as never, is as never, '', (field, _, t, m) =>
          clashes.push({ id, field, theirs: t, mine: m }),
        ) as unknown as T,
      );
  }
  return { items: [...items.values()], clashes };
}
