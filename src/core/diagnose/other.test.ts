import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { anyCopper } from '../../../tests/support/arbitraries';
import { copperAsOrdered, SOUND_LEAD, type Copper } from '../copper/copper';
import { sense } from '../copper/sense';
import type { Reading } from '../reading/reading';
import { CONTACTS, ENDS, type Contact, type End } from '../wiring/conductors';
import type { LinkSpec } from '../wiring/link-spec';
import { laidAt, layoutsFor } from '../wiring/schemes';
import { copperAgrees, fewestMoves, reproduces } from './other';
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

describe('what goes with a reading, and with a look', () => {
  const right = copperAsOrdered(link);
  const crossed = (end: End): Copper => ({ ...right, [end]: { ...right[end], seats: { ...right[end].seats, '1': 'O', '2': 'WO' } } }); // prettier-ignore
  const answers = (copper: Copper, looked: Look[] = [], spec = link, by: Parameters<typeof fewestMoves>[0]['leads'] = leads) =>
    fewestMoves({ link: spec, leads: by, reading: readingOf(copper, true, true), knowledge: { looked } }); // prettier-ignore

  it('lays two conductors that are exchanged to one end or the other, and to no more', () => {
    const found = answers(crossed('head'));
    expect(found.map((a) => [a.head.seats['1'], a.tail.seats['1']])).toEqual([['WO', 'O'], ['O', 'WO']]); // prettier-ignore
    for (const a of found) expect([a.head.open, a.tail.open, a.cable, a.setting]).toEqual([[], [], { breaks: [], bridges: [] }, 'right']); // prettier-ignore
    const seen: Look = { end: 'head', contact: '1', conductor: 'WO' };
    expect(answers(crossed('head'), [seen]).map((a) => a.tail.seats['1'])).toEqual(['O']);
    // Seen right at both ends, no copper fits.
    expect(answers(crossed('head'), [seen, { ...seen, end: 'tail' }])).toEqual([]);
  });
  it('has the leads that lie there, and the drain of a shielded link', () => {
    expect(answers(right)[0]!.leads).toEqual({ head: null, tail: null });
    expect(answers(right, [], link, { head: 'proven', tail: 'none' })[0]!.leads).toEqual({ head: SOUND_LEAD, tail: null }); // prettier-ignore
    const shielded = { ...link, shielded: true };
    const whole = copperAsOrdered(shielded);
    const { walk } = sense(whole, true);
    const [found] = fewestMoves({ link: shielded, leads, reading: { evidence: 'wiremap', walk }, knowledge: { looked: [] } }); // prettier-ignore
    expect([found!.head.seats.S, found!.tail.seats.S]).toEqual(['DRAIN', 'DRAIN']);
  });
  it('opens a contact at either end, and where a look took it for home, unseen', () => {
    const open: Copper = { ...right, tail: { ...right.tail, open: ['4'] } };
    expect(answers(open).map((a) => [a.head.open, a.tail.open])).toEqual([[['4'], []], [[], ['4']]]); // prettier-ignore
    const home: Look[] = [{ end: 'head', contact: '4', conductor: 'BL', open: false }, { end: 'tail', contact: '4', conductor: 'BL', open: false }]; // prettier-ignore
    for (const a of answers(open, home)) {
      expect(a.head.open.length + a.tail.open.length).toBe(1);
      expect([a.head.looksHome, a.tail.looksHome]).toEqual([a.head.open, a.tail.open]);
    }
    expect(answers(open, [{ ...home[0]!, open: true }]).map((a) => a.head.open)).toEqual([['4']]);
  });
  it('is held to the whole reading: who answers, what is split, what is joined, in any order', () => {
    const joined: Copper = { ...right, head: { ...right.head, bridges: [['4', '5'], ['1', '2']] } }; // prettier-ignore
    const reading = readingOf(joined, true, true);
    expect(reproduces(joined, reading, false)).toBe(true);
    const turned = (groups: Contact[][]) => groups.map((g) => [...g].reverse()).reverse();
    const anyOrder = { head: turned(reading.joins!.head), tail: turned(reading.joins!.tail) };
    expect(reproduces(joined, { ...reading, joins: anyOrder }, false)).toBe(true);
    expect(reproduces(right, reading, false)).toBe(false);
    expect(reproduces(joined, { ...reading, splits: ['12'] }, false)).toBe(false);
    expect(reproduces(right, { ...readingOf(right, true, true), joins: { head: [['4', '5']], tail: [] } }, false)).toBe(false); // prettier-ignore
    expect(reproduces(right, { ...readingOf(right, true, true), joins: { head: [], tail: [['4', '5']] } }, false)).toBe(false); // prettier-ignore
    expect(reproduces(joined, { evidence: 'wiremap', walk: reading.walk }, false)).toBe(true);
    const both = ENDS.map((end) => crossed(end));
    const split: Copper = { ...both[0]!, tail: { ...right.tail, seats: { ...right.tail.seats, '3': 'BL', '4': 'WG' } }, head: { ...right.head, seats: { ...right.head.seats, '3': 'BL', '4': 'WG' } } }; // prettier-ignore
    const told = readingOf(split, true, false);
    expect(told.splits!.length).toBe(2);
    expect(reproduces(split, { ...told, splits: [...told.splits!].reverse() }, false)).toBe(true);
    expect(reproduces(split, { ...told, splits: told.splits!.slice(1) }, false)).toBe(false);
  });
  it('agrees with a look in what it noticed', () => {
    const at = (more: Partial<Look>): Look => ({ end: 'head', contact: '4', conductor: 'BL', ...more });
    const copper: Copper = { ...right, head: { ...right.head, open: ['4', '5'], looksHome: ['5'], bridges: [['3', '4']] } }; // prettier-ignore
    const agree = (l: Partial<Look>) => copperAgrees(copper, at(l));
    expect([agree({}), agree({ conductor: 'O' }), agree({ end: 'tail' })]).toEqual([true, false, true]);
    expect([agree({ open: true }), agree({ open: false })]).toEqual([true, false]);
    expect([agree({ bridged: true }), agree({ bridged: false })]).toEqual([true, false]);
    expect([agree({ contact: '3', conductor: 'WG', bridged: true }), agree({ contact: '6', conductor: 'G', bridged: true })]).toEqual([true, false]); // prettier-ignore
    // Open, but it looks home.
    expect([agree({ contact: '5', conductor: 'WBL', open: true }), agree({ contact: '5', conductor: 'WBL', open: false })]).toEqual([false, true]); // prettier-ignore
  });
});
