import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { anyCopper, straightLink } from '../../../tests/support/arbitraries';
import {
  joinMasks,
  narrowEnd,
  reachedThrough,
  splitMask,
  walkMasks,
  SOUND_CABLE,
  type CompactCable,
} from '../diagnose/compact';
import { CONDUCTORS, CONTACT_PAIRS, CONTACTS, type Contact } from '../wiring/conductors';
import { turnWalk, writeWalk } from '../reading/walk';
import { copperAsOrdered, READ_DIRECTLY, SOUND_LEAD, type Copper, type LeadCopper } from './copper';
import { sense } from './sense';
import { simulateReading } from './simulate';

const good = (shielded = false) =>
  copperAsOrdered({
    head: { connector: 'jack', scheme: 'T568B' },
    tail: { connector: 'plug', scheme: 'T568B' },
    ordered: 'straight',
    shielded,
  });
const seen = (change: (c: Copper) => void, shielded = false) => {
  const copper = good(shielded);
  change(copper);
  const s = sense(copper, shielded);
  return { walk: writeWalk(s.walk), splits: s.splits, joins: s.joins };
};
const cableOf = (copper: Copper): CompactCable => {
  const cable: CompactCable = {
    ...SOUND_CABLE,
    bridges: copper.cable.bridges.map(([a, b]) => [
      CONDUCTORS.indexOf(a as 'BL'),
      CONDUCTORS.indexOf(b as 'BL'),
    ]),
  };
  for (const b of copper.cable.breaks) cable[b.zone] |= 1 << CONDUCTORS.indexOf(b.conductor as 'BL');
  return cable;
};

describe('what a tester sees of copper', () => {
  it('is straight where all is as ordered', () => {
    expect(seen(() => {})).toEqual({ walk: '1 2 3 4 5 6 7 8', splits: [], joins: { head: [], tail: [] } });
    expect(seen(() => {}, true).walk).toBe('1 2 3 4 5 6 7 8 S');
  });
  it('is open where a contact misses or a conductor is broken, in whatever zone', () => {
    expect(seen((c) => c.tail.open.push('4')).walk).toBe('1 2 3 - 5 6 7 8');
    for (const zone of ['head', 'span', 'tail'] as const)
      expect(seen((c) => c.cable.breaks.push({ conductor: 'WG', zone })).walk).toBe('1 2 - 4 5 6 7 8');
    expect(seen((c) => c.head.open.push('S'), true).walk).toBe('1 2 3 4 5 6 7 8 -');
  });
  it('joins through a bridge at either end or in the cable', () => {
    for (const change of [
      (c: Copper) => c.head.bridges.push(['4', '5']),
      (c: Copper) => c.tail.bridges.push(['4', '5']),
      (c: Copper) => c.cable.bridges.push(['BL', 'WBL']),
    ])
      expect(seen(change)).toEqual({
        walk: '1 2 3 4+5 4+5 6 7 8',
        splits: [],
        joins: { head: [['4', '5']], tail: [['4', '5']] },
      });
  });
  it('a bridge in the span lies on the head side of a span break', () => {
    const s = seen((c) => {
      c.cable.bridges.push(['BL', 'WBL']);
      c.cable.breaks.push({ conductor: 'BL', zone: 'span' });
    });
    expect(s.walk).toBe('1 2 3 5 5 6 7 8');
    expect(s.joins).toEqual({ head: [['4', '5']], tail: [] });
  });
  it('names the pairs that side-by-side laying splits at both ends (common practice, no source)', () => {
    const s = seen((c) => {
      for (const end of ['head', 'tail'] as const)
        CONTACTS.forEach((x, i) => (c[end].seats[x] = CONDUCTORS[[2, 3, 4, 5, 0, 1, 6, 7][i]!]));
    });
    expect(s.walk).toBe('1 2 3 4 5 6 7 8');
    expect(s.splits).toEqual(['36', '45']);
  });
  const through = (lead: Partial<LeadCopper>) => (c: Copper) => {
    c.leads = { head: { ...SOUND_LEAD, ...lead }, tail: null };
  };
  it('is what the tester shows through its leads: open, crossed or joined paths are theirs', () => {
    expect(seen(through({})).walk).toBe('1 2 3 4 5 6 7 8');
    expect(seen(through({ open: ['4'] })).walk).toBe('1 2 3 - 5 6 7 8');
    expect(seen(through({ order: '36145278' })).walk).toBe('3 6 1 4 5 2 7 8');
    expect(seen(through({ bridges: [['4', '5']] }))).toEqual({
      walk: '1 2 3 4+5 4+5 6 7 8',
      splits: [],
      joins: { head: [['4', '5']], tail: [['4', '5']] },
    });
    const atBoth = seen((c) => (c.leads = { head: { ...SOUND_LEAD, order: '36145278' }, tail: { ...SOUND_LEAD, order: '36145278' } })); // prettier-ignore
    expect(atBoth.walk).toBe('1 2 3 4 5 6 7 8');
  });
  it('names an open path after the tester’s contact, and a crossed lead’s open slot likewise', () => {
    const s = seen((c) => {
      through({ order: '36145278' })(c);
      c.head.open.push('3');
    });
    expect(s.walk).toBe('- 6 1 4 5 2 7 8');
  });
  it('is nothing at all in a wrong setting, and nothing is joined', () => {
    const s = seen((c) => {
      c.setting = 'wrong';
      c.head.bridges.push(['4', '5']);
    });
    expect(s).toEqual({ walk: '- - - - - - - -', splits: [], joins: { head: [], tail: [] } });
  });
  it('an open contact bridged to a neighbour reaches that neighbour’s conductor: its pair is split', () => {
    // 2 is open and leans on 3; the tail's 2 is joined to its 3 in turn and 3 there is open, so each answers once.
    const s = seen((c) => {
      c.head.open.push('2');
      c.head.bridges.push(['2', '3']);
      c.head.open.push('6');
    });
    expect(s.walk).toBe('1 3 3 4 5 - 7 8');
    expect(s.splits).toEqual([]);
  });
  it('shows each kind of evidence no more than it can', () => {
    const [link] = fc.sample(straightLink(), 1);
    expect(simulateReading(link!, good(), 'continuity').splits).toBeUndefined();
    expect(simulateReading(link!, good(), 'wiremap')).toMatchObject({ splits: [] });
    const broken = good();
    broken.tail.open.push('4');
    expect(simulateReading(link!, broken, 'wiremap-length').distances).toEqual([
      { contact: '4', from: 'head', metres: 30 },
    ]);
  });
});

describe('properties', () => {
  it('the compact model that the index is built from sees the same', () => {
    fc.assert(
      fc.property(anyCopper, (copper) => {
        const s = sense(copper, false);
        const [h, t, c] = [narrowEnd(copper.head), narrowEnd(copper.tail), cableOf(copper)];
        const masks = new Uint8Array(8);
        walkMasks(h, t, c, masks);
        const mask = (list: readonly Contact[]) =>
          list.reduce((m, x) => m | (1 << CONTACTS.indexOf(x as '1')), 0);
        expect([...masks]).toEqual(s.walk.map(mask));
        expect(splitMask((x) => reachedThrough(h, x), masks)).toBe(
          s.splits.reduce((m, p) => m | (1 << CONTACT_PAIRS.indexOf(p)), 0),
        );
        const joined = joinMasks(h, t, c);
        const groups = (list: Contact[][]) =>
          CONTACTS.map((x, i) =>
            list.some((g) => g.includes(x)) ? mask(list.find((g) => g.includes(x))!) : 1 << i,
          );
        expect(joined).toEqual([...groups(s.joins.head), ...groups(s.joins.tail)]);
      }),
      { numRuns: 500 },
    );
  });
  it('the mirror image is seen from the other end, but for a bridge beside a span break', () => {
    fc.assert(
      fc.property(anyCopper, (copper) => {
        fc.pre(!(copper.cable.bridges.length && copper.cable.breaks.some((b) => b.zone === 'span')));
        const flip = { head: 'tail', span: 'span', tail: 'head' } as const;
        const mirror: Copper = {
          head: copper.tail,
          tail: copper.head,
          cable: { ...copper.cable, breaks: copper.cable.breaks.map((b) => ({ ...b, zone: flip[b.zone] })) },
          ...READ_DIRECTLY,
        };
        expect(sense(mirror, false).walk).toEqual(turnWalk(sense(copper, false).walk));
      }),
    );
  });
});
