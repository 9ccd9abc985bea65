import type { Mistake } from '../copper/mistake';
import { CONDUCTORS, CONTACTS, type End } from '../wiring/conductors';
import type { CompactCable, CompactEnd } from './compact';
import type { PlaceState } from './place-states';
import type { Candidate } from './posterior';

/** The mistakes behind a candidate, each with the contacts and conductors it changed. */
export const mistakesOf = (c: Pick<Candidate, 'head' | 'tail' | 'cable'>): Mistake[] => [
  ...endMistakesOf('head', c.head),
  ...endMistakesOf('tail', c.tail),
  ...cableMistakesOf(c.cable),
];

/** Goes from the right end through the mistakes, noting what each changed. */
function endMistakesOf(where: End, state: PlaceState<CompactEnd>): Mistake[] {
  if (state.mistakes.length === 0) return [];
  const changes: Mistake[] = [];
  let before = state.right;
  for (const m of state.mistakes) {
    const after = m.apply(before);
    const joined = (e: CompactEnd, i: number) => e.bridges.filter((b) => b.includes(i)).length;
    const changed = CONTACTS.filter(
      (_, i) =>
        after.seats[i] !== before.seats[i] ||
        ((after.open ^ before.open) >> i) & 1 ||
        joined(after, i) !== joined(before, i),
    );
    changes.push({
      where,
      kind: m.kind,
      contacts: [...changed],
      conductors: changed.map((c) => CONDUCTORS[after.seats[CONTACTS.indexOf(c)]!]!),
    });
    before = after;
  }
  return changes;
}

function cableMistakesOf(state: PlaceState<CompactCable>): Mistake[] {
  let before = state.right;
  return state.mistakes.map((m) => {
    const after = m.apply(before);
    const broken = (after.head ^ before.head) | (after.span ^ before.span) | (after.tail ^ before.tail);
    const joined = after.bridges.filter((b) => !before.bridges.some((x) => x.join() === b.join())).flat();
    before = after;
    return {
      where: 'cable' as const,
      kind: m.kind,
      contacts: [],
      conductors: CONDUCTORS.filter((_, i) => (broken >> i) & 1 || joined.includes(i)),
    };
  });
}
