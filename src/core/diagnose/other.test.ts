import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { anyCopper } from '../../../tests/support/arbitraries';
import type { Copper } from '../copper/copper';
import { sense } from '../copper/sense';
import type { Reading } from '../reading/reading';
import { CONTACTS, ENDS, type Contact, type End } from '../wiring/conductors';
import type { LinkSpec } from '../wiring/link-spec';
import { laidAt, layoutsFor } from '../wiring/schemes';
import { fewestMoves } from './other';
import type { Look } from './types';

const link: LinkSpec = {
  head: { connector: 'jack', scheme: 'T568B' },
  tail: { connector: 'plug', scheme: 'T568B' },
  ordered: 'straight',
  shielded: false,
};
const layouts = layoutsFor(link);
const leads = { head: 'none', tail: 'none' } as const;

const readingOf = (copper: Copper, withSplits: boolean, withJoins: boolean): Reading => {
  const { walk, splits, joins } = sense(copper, false);
  return { evidence: 'wiremap', walk, ...(withSplits ? { splits } : {}), ...(withJoins ? { joins } : {}) };
};
/** What a person sees at a contact. */
const seenAt = (copper: Copper, end: End, contact: Contact, notices: { open: boolean; bridged: boolean }): Look => ({
  end,
  contact,
  conductor: copper[end].seats[contact]!,
  ...(notices.open ? { open: copper[end].open.includes(contact) } : {}),
  ...(notices.bridged ? { bridged: copper[end].bridges.some((b) => b.includes(contact)) } : {}),
}); // prettier-ignore
const misplaced = (copper: Copper, contacts: Record<End, Contact[]>) =>
  ENDS.reduce((sum, end) => sum + contacts[end].filter((c) => copper[end].seats[c] !== laidAt(layouts[end], c)).length, 0); // prettier-ignore

/** Any copper, and any in which both ends lie alike: it is answered straight, with pairs split. */
const copper = fc.oneof(
  anyCopper,
  anyCopper.map((c) => ({ ...c, tail: { ...c.tail, seats: c.head.seats } })),
);

describe('copper with the fewest conductors out of place', () => {
  it('gives the reading exactly, agrees with every look, and moves no more than the copper that was read (property)', () => {
    const look = fc.record({
      end: fc.constantFrom(...ENDS),
      contact: fc.constantFrom(...CONTACTS),
      open: fc.boolean(),
      bridged: fc.boolean(),
    });
    const looks = fc.uniqueArray(look, { maxLength: 5, selector: (l) => `${l.end}${l.contact}` });
    const seen = { looks: 0, several: 0, splits: 0, joins: 0, bridges: 0, opens: 0 };
    fc.assert(
      fc.property(copper, looks, fc.boolean(), fc.boolean(), (copper, at, withSplits, withJoins) => {
        const reading = readingOf(copper, withSplits, withJoins);
        const looked = at.map((l) => seenAt(copper, l.end, l.contact, l));
        const answers = fewestMoves({ link, leads, reading, knowledge: { looked } });
        const joined = reading.walk.some((a) => a.length > 1) || copper.head.bridges.length + copper.tail.bridges.length + copper.cable.bridges.length > 0; // prettier-ignore
        if (!joined) expect(answers.length).toBeGreaterThan(0);
        for (const a of answers) {
          const again = sense(a, false);
          expect(again.walk).toEqual(reading.walk);
          if (withSplits) expect(again.splits).toEqual(reading.splits);
          if (withJoins) expect(again.joins).toEqual(reading.joins);
          for (const l of looked) {
            expect(a[l.end].seats[l.contact]).toBe(l.conductor);
            if (l.open !== undefined) expect(a[l.end].open.includes(l.contact) && !a[l.end].looksHome.includes(l.contact)).toBe(l.open); // prettier-ignore
            if (l.bridged !== undefined) expect(a[l.end].bridges.some((b) => b.includes(l.contact))).toBe(l.bridged); // prettier-ignore
          }
          for (const end of ENDS) expect(new Set(Object.values(a[end].seats)).size).toBe(8);
          if (joined) continue;
          const answered = CONTACTS.filter((_, i) => reading.walk[i]!.length);
          const contacts = { head: answered, tail: answered.flatMap((c) => reading.walk[CONTACTS.indexOf(c)]!) };
          expect(misplaced(a, contacts)).toBeLessThanOrEqual(misplaced(copper, contacts));
        }
        expect(new Set(answers.map((a) => JSON.stringify(a))).size).toBe(answers.length);
        seen.looks += Number(looked.length > 0 && answers.length > 0);
        seen.several += Number(answers.length > 2);
        seen.splits += Number(Boolean(reading.splits?.length) && answers.length > 0);
        seen.joins += Number(Boolean(reading.joins && reading.joins.head.length + reading.joins.tail.length) && answers.length > 0); // prettier-ignore
        seen.bridges += Number(answers.some((a) => a.head.bridges.length + a.tail.bridges.length > 0));
        seen.opens += Number(answers.some((a) => a.head.open.length + a.tail.open.length > 0));
      }),
      { numRuns: 250, seed: 5 },
    ); // prettier-ignore
    for (const [what, times] of Object.entries(seen)) expect(times, what).toBeGreaterThan(10);
  });
});
