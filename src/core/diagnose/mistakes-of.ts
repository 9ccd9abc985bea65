import type { Mistake } from '../copper/mistake';
import { CONDUCTORS, CONTACTS, ENDS, type End } from '../wiring/conductors';
import type { CompactCable, CompactEnd } from './compact';
import { leadFault, SOUND, wideLead } from './leads';
import type { PlaceStates } from './place-states';
import type { Candidate } from './posterior';
import type { ReadingIndex } from './reading-index';

/** The mistakes behind a candidate, each with the contacts and conductors it changed. */
export const mistakesOf = (c: Candidate, index: ReadingIndex): Mistake[] => [
  ...(c.wrongSetting
    ? [{ where: 'setting' as const, kind: 'wrong-port', contacts: [], conductors: [] }]
    : []),
  ...ENDS.flatMap((end) => leadMistakesOf(end, end === 'head' ? c.headLead : c.tailLead)),
  ...endMistakesOf('head', index.head, c.numbers.head),
  ...endMistakesOf('tail', index.tail, c.numbers.tail),
  ...cableMistakesOf(index.cable, c.numbers.cable),
];

function leadMistakesOf(end: End, lead: number): Mistake[] {
  if (lead === SOUND) return [];
  const { open, bridges } = wideLead(lead);
  return [
    {
      where: `lead-${end}`,
      kind: leadFault(lead).kind,
      contacts: [...open, ...bridges.flat()],
      conductors: [],
    },
  ];
}

/** Goes from the right end through the mistakes, noting what each changed. */
function endMistakesOf(where: End, states: PlaceStates<CompactEnd>, i: number): Mistake[] {
  const changes: Mistake[] = [];
  let before = states.right;
  for (const m of states.mistakes(i)) {
    const after = m.apply(before);
    const joined = (e: CompactEnd, x: number) => e.bridges.filter((b) => b.includes(x)).length;
    const changed = CONTACTS.filter(
      (_, x) =>
        after.seats[x] !== before.seats[x] ||
        ((after.open ^ before.open) >> x) & 1 ||
        joined(after, x) !== joined(before, x),
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

function cableMistakesOf(states: PlaceStates<CompactCable>, i: number): Mistake[] {
  let before = states.right;
  return states.mistakes(i).map((m) => {
    const after = m.apply(before);
    const broken = (after.head ^ before.head) | (after.span ^ before.span) | (after.tail ^ before.tail);
    const joined = after.bridges.filter((b) => !before.bridges.some((x) => x.join() === b.join())).flat();
    before = after;
    return {
      where: 'cable' as const,
      kind: m.kind,
      contacts: [],
      conductors: CONDUCTORS.filter((_, x) => (broken >> x) & 1 || joined.includes(x)),
    };
  });
}
