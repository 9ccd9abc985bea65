import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { anyCopper } from '../../../tests/support/arbitraries';
import type { Copper, EndCopper } from '../copper/copper';
import { sense } from '../copper/sense';
import {
  CONDUCTORS,
  CONTACT_PAIRS,
  CONTACTS,
  type Contact,
  type NumberedContact,
  type PairConductor,
} from '../wiring/conductors';
import {
  SOUND_CABLE,
  narrowEnd,
  NONE,
  reachedThrough,
  splitMask,
  wideCable,
  wideEnd,
  type CompactCable,
} from './compact';
import { CROSSED, joinsThrough, LEAD_STATES, reachedByTester, walkThrough, wideLead } from './leads';

const bit = (c: Contact) => 1 << CONTACTS.indexOf(c as NumberedContact);
const maskOf = (contacts: readonly Contact[]) => contacts.reduce((m, c) => m | bit(c), 0);
const narrowCable = ({ breaks, bridges }: Copper['cable']): CompactCable => {
  const numberOf = (c: PairConductor) => CONDUCTORS.indexOf(c);
  const at = (zone: string) => breaks.filter((b) => b.zone === zone).reduce((m, b) => m | (1 << numberOf(b.conductor as PairConductor)), 0); // prettier-ignore
  return {
    head: at('head'),
    span: at('span'),
    tail: at('tail'),
    bridges: bridges.map(([a, b]) => [numberOf(a as PairConductor), numberOf(b as PairConductor)]),
  };
};
/** An end with a seat or two taken out. */
const emptied = (end: EndCopper, contacts: readonly Contact[]): EndCopper => ({
  ...end,
  open: [...end.open].sort(),
  seats: Object.fromEntries(Object.entries(end.seats).filter(([c]) => !contacts.includes(c as Contact))),
});

describe('copper in few bytes', () => {
  it('shows a tester what the copper written out shows, through any leads (property)', () => {
    const lead = fc.oneof(fc.constant(0), fc.nat(LEAD_STATES - 1));
    const gone = fc.subarray<Contact>([...CONTACTS], { maxLength: 2 });
    const seen = { splits: 0, joins: 0, through: 0, crossed: 0, empty: 0, plain: 0 };
    fc.assert(
      fc.property(anyCopper, lead, lead, gone, gone, fc.boolean(), (copper, head, tail, noHead, noTail, plain) => {
        // Without a bridge the shorter way is taken.
        const bare = plain ? { bridges: [] } : {};
        const wide: Copper = {
          ...copper,
          head: { ...emptied(copper.head, noHead), ...bare },
          tail: { ...emptied(copper.tail, noTail), ...bare },
          cable: { ...copper.cable, ...bare },
          leads: { head: wideLead(head), tail: wideLead(tail) },
        };
        const [h, t, c] = [narrowEnd(wide.head), narrowEnd(wide.tail), narrowCable(wide.cable)];
        expect([wideEnd(h, false), wideEnd(t, false)]).toEqual([wide.head, wide.tail]);
        const sensed = sense(wide, false);
        const walk = new Uint8Array(8).fill(77);
        walkThrough(h, t, c, head, tail, walk);
        expect([...walk]).toEqual(sensed.walk.map(maskOf));
        const joins = joinsThrough(h, t, c, head, tail);
        const groups = (['head', 'tail'] as const).flatMap((end) =>
          CONTACTS.map((x) => maskOf(sensed.joins[end].find((g) => g.includes(x)) ?? [x])),
        );
        expect(joins).toEqual(groups);
        const splits = splitMask((x) => reachedByTester(h, head, x), walk);
        expect(splits).toBe(sensed.splits.reduce((m, p) => m | (1 << CONTACT_PAIRS.indexOf(p)), 0));
        seen.splits += Number(splits > 0);
        seen.joins += Number(sensed.joins.head.length + sensed.joins.tail.length > 0);
        seen.through += Number(head + tail > 0);
        seen.crossed += Number(head === CROSSED || tail === CROSSED);
        seen.empty += Number(noHead.length + noTail.length > 0);
        seen.plain += Number(plain && sensed.walk.some((a) => a.length > 0));
      }),
      { numRuns: 1500, seed: 11 },
    ); // prettier-ignore
    for (const [what, times] of Object.entries(seen)) expect(times, what).toBeGreaterThan(50);
  });
  it('reaches the conductor of a contact that is joined, where its own makes no contact', () => {
    const end = { ...narrowEnd({ seats: { '1': 'WO', '2': 'O' }, open: ['1'], looksHome: [], bent: [], bridges: [['2', '1']] }) }; // prettier-ignore
    expect([reachedThrough(end, 0), reachedThrough(end, 1)]).toEqual([end.seats[1], end.seats[1]]);
    expect(reachedThrough({ ...end, open: 3 }, 0)).toBe(NONE);
    expect(reachedThrough({ ...end, bridges: [[3, 4]] }, 0)).toBe(NONE);
  });
  it('leaves the shield to those who look at it', () => {
    const wide: EndCopper = {
      seats: { '1': 'WO', S: 'DRAIN' },
      open: ['S', '2'],
      looksHome: ['S'],
      bent: [],
      bridges: [
        ['S', '1'],
        ['3', 'S'],
        ['4', '5'],
      ],
    };
    const narrow = narrowEnd(wide);
    expect([narrow.open, narrow.looksHome, narrow.bridges]).toEqual([2, 0, [[3, 4]]]);
    expect(narrowEnd({ ...wide, seats: { '1': 'DRAIN' } }).seats[0]).toBe(NONE);
    expect(wideEnd(narrow, true).seats).toEqual({ '1': 'WO', S: 'DRAIN' });
    expect(wideEnd(narrow, false).seats).toEqual({ '1': 'WO' });
    expect(wideCable({ ...SOUND_CABLE, head: 1, span: 2, tail: 4, bridges: [[0, 3]] })).toEqual({
      breaks: [
        { conductor: CONDUCTORS[0], zone: 'head' },
        { conductor: CONDUCTORS[1], zone: 'span' },
        { conductor: CONDUCTORS[2], zone: 'tail' },
      ],
      bridges: [[CONDUCTORS[0], CONDUCTORS[3]]],
    });
  });
});
