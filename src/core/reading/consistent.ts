import { contactPairOf, contactsOf, contactsOfPair, type Contact } from '../wiring/conductors';
import { Contradiction } from './contradiction';
import type { Reading } from './reading';
import { turnWalk } from './walk';

/** Throws a `Contradiction` where joins or splits cannot go with the walk, whatever the copper. */
export function checkConsistent(reading: Reading): void {
  for (const end of ['head', 'tail'] as const) {
    const groups = reading.joins?.[end];
    if (!groups) continue;
    const walk = end === 'head' ? reading.walk : turnWalk(reading.walk);
    const contacts = contactsOf(reading.walk.length === 9);
    const path = `reading.joins.${end}`;
    const seen = new Set<Contact>();
    for (const group of groups)
      for (const c of group) {
        if (!contacts.includes(c))
          throw new Contradiction(path, `S is joined, but this link is not shielded.`);
        if (seen.has(c))
          throw new Contradiction(path, `Contact ${c} stands in two groups: put joined contacts into one.`);
        seen.add(c);
      }
    const groupOf = (c: Contact) => groups.find((g) => g.includes(c)) ?? [c];
    const answers = (c: Contact) => walk[contacts.indexOf(c)]!.join('+');
    for (const c of contacts)
      for (const d of contacts) {
        if (c >= d) continue;
        const joined = groupOf(c).includes(d);
        if (joined && answers(c) !== answers(d))
          throw new Contradiction(
            path,
            `Contacts ${c} and ${d} are joined but are not answered alike: read both again.`,
          );
        if (!joined && answers(c) !== '' && answers(c) === answers(d))
          throw new Contradiction(
            path,
            `Contacts ${c} and ${d} share an answer, so they are joined, but they are not listed: read both again.`,
          );
      }
  }
  for (const pair of reading.splits ?? []) {
    const [a, b] = contactsOfPair(pair);
    const [x, y] = [reading.walk[Number(a) - 1]!, reading.walk[Number(b) - 1]!];
    const target = x.length === 1 && y.length === 1 && x[0] !== y[0] ? contactPairOf(x[0]!) : null;
    if (target === null || target !== contactPairOf(y[0]!))
      throw new Contradiction(
        'reading.splits',
        `Contacts ${a} and ${b} are not answered as one pair, so they cannot be a split pair: call it a crossing.`,
      );
  }
}
