import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { CONDUCTORS, CONTACTS, type PairConductor } from '../wiring/conductors';
import { CONNECTOR_FAMILIES } from '../wiring/connector';
import { seatsOf } from '../copper/copper';
import { conductorAt, SCHEME_ORDER, SCHEMES } from '../wiring/schemes';
import { GUIDES } from './families';
import { ownPart } from './guide';
import { guideText } from './guide-text';
import { legendsFor } from './legends-for';
import { LEGEND_SHAPES, legendFromPrint, LEGENDS, placesOf, type LegendShape } from '../wiring/legend';
import { seenInPlug, type PlugView } from './plug-view';
import { belongsAt, benchContacts } from './seats';

const conductorsSeen = (
  view: PlugView,
  scheme: 'T568A' | 'T568B',
  y = 0,
  rows: 'single' | 'staggered' = 'single',
) =>
  seenInPlug(view, rows)
    .filter((p) => p.y === y)
    .map((p) => conductorAt(scheme, p.contact))
    .join(' ');

describe('the order as a plug shows it, against TIA-568 and IEC 60603-7 (from memory)', () => {
  it('has contact 1 at the left with the contacts up and the cable toward you', () => {
    expect(conductorsSeen({ up: 'contacts', from: 'rear' }, 'T568B')).toBe('WO O WG BL WBL G WBR BR');
    expect(conductorsSeen({ up: 'contacts', from: 'rear' }, 'T568A')).toBe('WG G WO BL WBL O WBR BR');
  });
  it('mirrors when it is turned over or looked at from the nose, and not when both', () => {
    const reversed = 'BR WBR G WBL BL WG O WO';
    expect(conductorsSeen({ up: 'latch', from: 'rear' }, 'T568B')).toBe(reversed);
    expect(conductorsSeen({ up: 'contacts', from: 'front' }, 'T568B')).toBe(reversed);
    expect(conductorsSeen({ up: 'latch', from: 'front' }, 'T568B')).toBe('WO O WG BL WBL G WBR BR');
  });
  it('puts 2 4 6 8 above 1 3 5 7 in two rows, and below once turned over (common practice, no source)', () => {
    const row = (up: PlugView['up'], y: number) =>
      seenInPlug({ up, from: 'rear' }, 'staggered')
        .filter((p) => p.y === y)
        .map((p) => p.contact)
        .join('');
    expect([row('contacts', 0), row('contacts', 1)]).toEqual(['2468', '1357']);
    expect([row('latch', 0), row('latch', 1)]).toEqual(['7531', '8642']);
  });
});

describe('what every family shows', () => {
  it('seats every conductor of the published schemes at its contact, drain included', () => {
    for (const family of CONNECTOR_FAMILIES.filter((f) => f !== 'coax-compression'))
      for (const scheme of SCHEMES) {
        const seen = Object.fromEntries(
          benchContacts(family, true).map((c) => [c, belongsAt(family, { scheme }, c)]),
        );
        expect(seen).toEqual(seatsOf(SCHEME_ORDER[scheme], true));
      }
  });
  it('has two contacts on a coax, and asks nothing of eight', () => {
    expect(benchContacts('coax-compression', false)).toEqual(['C', 'S']);
    expect(belongsAt('coax-compression', { scheme: 'T568B' }, 'C')).toBe('CENTRE');
    expect(belongsAt('coax-compression', { scheme: 'T568A' }, 'S')).toBe('BRAID');
  });
  it('has a guide with steps and a reminder at every gate, with every length known', () => {
    for (const family of CONNECTOR_FAMILIES) {
      const guide = GUIDES[family];
      expect(guide.family).toBe(family);
      for (const gate of Object.values(guide.gates)) {
        expect(gate.steps.length).toBeGreaterThan(0);
        expect(gate.reminder).not.toBe('');
        for (const [, name] of [...gate.steps, gate.reminder].join(' ').matchAll(/\{([a-z ]+)\}/g))
          expect(['untwist', 'ground'].includes(name!) || name! in guide.lengths, `${family} ${name}`).toBe(
            true,
          );
      }
      expect(guide.usualMistakes.length).toBeGreaterThan(1);
      expect(guide.consumables.length).toBeGreaterThan(0);
      expect(ownPart(guide) ?? 'shared').toMatch(guide.family === 'patch-panel' ? /^shared$/ : /^1 /);
      expect(guide.cautions.identify).toContain('codes');
      for (const l of Object.values(guide.lengths))
        expect(l.mark).toMatch(/standard|common practice|our judgement/);
    }
  });
});

describe('legends', () => {
  it('ships at least five, each with every contact once and a place for each', () => {
    expect(LEGENDS.length).toBeGreaterThanOrEqual(5);
    for (const legend of LEGENDS) {
      expect([...legend.contacts].sort()).toEqual([...CONTACTS]);
      expect(placesOf(legend)).toHaveLength(8);
    }
    for (const shape of Object.keys(LEGEND_SHAPES) as LegendShape[])
      expect(new Set(LEGEND_SHAPES[shape].places.map(String)).size).toBe(8);
  });
  it('keeps the two of a contact pair beside each other', () => {
    for (const legend of LEGENDS)
      for (const pair of ['12', '36', '45', '78']) {
        const [a, b] = [...pair].map((c) => placesOf(legend).find((p) => p.contact === c)!);
        expect(Math.hypot(a!.x - b!.x, a!.y - b!.y), `${legend.id} ${pair}`).toBeLessThan(1.5);
      }
  });
  it('reads any print back that names each conductor once', () => {
    fc.assert(
      fc.property(
        fc.shuffledSubarray([...CONDUCTORS], { minLength: 8, maxLength: 8 }),
        fc.constantFrom(...SCHEMES),
        (printed, scheme) => {
          const read = legendFromPrint(printed, scheme);
          expect(read.ok && read.contacts.map((c) => conductorAt(scheme, c))).toEqual(printed);
        },
      ),
    );
  });
  it('refuses one that misses or repeats a conductor, naming it and its slots', () => {
    const printed: (PairConductor | null)[] = ['WO', 'O', 'WG', 'BL', 'WG', 'G', 'WBR', null];
    expect(legendFromPrint(printed, 'T568B')).toEqual({
      ok: false,
      slots: [2, 4, 7],
      message: 'W-G stands there more than once. W-BL, BR are missing. Tap the slot and choose again.',
    });
  });
});

describe('what a guide says of one end', () => {
  const said = (family: 'core-and-cap' | 'load-bar-plug' | 'shielded-toolless-jack', scheme: 'T568A' | 'T568B') =>
    guideText(GUIDES[family].gates.lay.steps[0]!, GUIDES[family], { units: 'mm', untwist: 'standard', category: '6', order: { scheme } }); // prettier-ignore
  it('names the conductors and pairs of its scheme', () => {
    expect(said('load-bar-plug', 'T568B')).toContain('W-O into hole 1, O into hole 2');
    expect(said('load-bar-plug', 'T568A')).toContain('W-G into hole 1, G into hole 2');
    expect(said('core-and-cap', 'T568B')).toContain('Brown and orange pairs up, blue and green down');
    expect(said('shielded-toolless-jack', 'T568A')).toContain('Brown and green go through the slots');
  });
  it('says of a core what its drawing shows: the lifted pairs above, whites outermost', () => {
    const places = placesOf(LEGENDS.find((l) => l.id === GUIDES['core-and-cap'].layout['usual' as never])!);
    for (const scheme of SCHEMES)
      for (const row of [0, 3]) {
        const line = places.filter((p) => p.y === row).sort((a, b) => a.x - b.x).map((p) => conductorAt(scheme, p.contact)); // prettier-ignore
        expect([line[0]![0], line[3]![0]]).toEqual(['W', 'W']);
        const pairs = new Set(line.map((c) => c.replace(/^W/, '')));
        expect(pairs).toEqual(new Set(row === 0 ? ['BR', scheme === 'T568B' ? 'O' : 'G'] : ['BL', scheme === 'T568B' ? 'G' : 'O'])); // prettier-ignore
      }
  });
  it('offers legends of its own shape first, and loses none', () => {
    for (const guide of Object.values(GUIDES)) {
      const { fitting, others } = legendsFor(guide, LEGENDS);
      expect(fitting.length + others.length).toBe(LEGENDS.length);
      if (guide.layout.kind === 'legend') expect(fitting.map((l) => l.id)).toContain(guide.layout.usual);
    }
    expect(legendsFor(GUIDES['patch-panel'], LEGENDS).fitting.map((l) => l.id)).toEqual(['panel-line']);
  });
  it('leaves no place in a sentence unfilled', () => {
    for (const guide of Object.values(GUIDES))
      for (const { steps, reminder } of Object.values(guide.gates))
        for (const s of [...steps, reminder])
          expect(guideText(s, guide, { units: 'mm', untwist: 'standard', category: '6', order: { scheme: 'T568A' } })).not.toMatch(/[{}]/); // prettier-ignore
  });
});
