import type { Order } from '../wiring/schemes';
import { expectedAnswer } from '../wiring/schemes';
import { CONTACTS, type Contact } from '../wiring/conductors';
import type { Walk } from './walk';

/** A fault as a technician names it, to be turned into what a tester would have shown. */
export type NamedFault =
  | { kind: 'open'; contact: Contact }
  | { kind: 'short'; contacts: readonly [Contact, Contact] }
  | { kind: 'exchanged'; contacts: readonly [Contact, Contact] }
  | { kind: 'crossed-schemes' }
  | { kind: 'rollover' }
  | { kind: 'all-open' };

/** The walk that named faults make of a link as ordered. A short joins what answers its contacts. */
export function walkOfFaults(faults: readonly NamedFault[], ordered: Order, shielded: boolean): Walk {
  const contacts: readonly Contact[] = shielded ? [...CONTACTS, 'S'] : CONTACTS;
  let walk: Contact[][] = contacts.map((c) => [expectedAnswer(ordered, c)]);
  const at = (c: Contact) => contacts.indexOf(c);
  for (const f of faults) {
    if (f.kind === 'all-open') walk = walk.map(() => []);
    else if (f.kind === 'open') walk[at(f.contact)] = [];
    else if (f.kind === 'exchanged') {
      const [a, b] = f.contacts;
      [walk[at(a)], walk[at(b)]] = [walk[at(b)]!, walk[at(a)]!];
    } else if (f.kind === 'short') {
      const joined = [...new Set(f.contacts.flatMap((c) => walk[at(c)]!))].sort();
      for (const c of f.contacts) walk[at(c)] = joined;
    } else if (f.kind === 'crossed-schemes')
      walk = walk.map((answers) => answers.map((c) => expectedAnswer('crossover', c)));
    else walk = walk.map((answers) => answers.map((c) => (c === 'S' ? c : CONTACTS[8 - Number(c)]!)));
  }
  return walk;
}
