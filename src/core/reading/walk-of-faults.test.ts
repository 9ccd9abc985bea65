import fc from 'fast-check';
import { expect, it } from 'vitest';
import { CONTACTS, type Contact } from '../wiring/conductors';
import { faultsOf } from './faults';
import { impossibleAnswer } from './walk';
import { walkOfFaults, type NamedFault } from './walk-of-faults';

const contact = fc.constantFrom(...CONTACTS);
const two = fc.tuple(contact, contact).filter(([a, b]) => a !== b) as fc.Arbitrary<[Contact, Contact]>;
const ordered = fc.constantFrom('straight' as const, 'crossover' as const);

it('names back an open, a short and an exchange, whatever the order of the link', () => {
  fc.assert(
    fc.property(ordered, two, (order, [a, b]) => {
      const of = (f: NamedFault) => faultsOf({ walk: walkOfFaults([f], order, false) }, order);
      expect(of({ kind: 'open', contact: a })).toMatchObject([{ kind: 'open', contacts: [a] }]);
      expect(of({ kind: 'short', contacts: [a, b] })).toMatchObject([
        { kind: 'short', contacts: [a, b].sort() },
      ]);
      expect(of({ kind: 'exchanged', contacts: [a, b] }).flatMap((f) => f.contacts)).toEqual(
        expect.arrayContaining([a, b]),
      );
    }),
  );
});
it('is a walk that copper can give, as long as each contact is named once', () => {
  fc.assert(
    fc.property(
      ordered,
      fc.shuffledSubarray([...CONTACTS], { minLength: 6, maxLength: 6 }),
      fc.array(fc.constantFrom('open', 'short', 'exchanged'), { minLength: 1, maxLength: 3 }),
      (order, contacts, kinds) => {
        const faults = kinds.map((kind, i): NamedFault => {
          const [a, b] = [contacts[2 * i]!, contacts[2 * i + 1]!];
          return kind === 'open'
            ? { kind, contact: a }
            : { kind: kind as 'short' | 'exchanged', contacts: [a, b] };
        });
        expect(impossibleAnswer(walkOfFaults(faults, order, false))).toBeNull();
        expect(faultsOf({ walk: walkOfFaults(faults, order, false) }, order)).not.toEqual([]);
      },
    ),
  );
});
it('leaves the shield where it is when all else is in reverse', () => {
  expect(
    walkOfFaults([{ kind: 'rollover' }], 'straight', true)
      .map((a) => a.join(''))
      .join(''),
  ).toBe('87654321S');
});
