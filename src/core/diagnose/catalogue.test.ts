import { describe, expect, it } from 'vitest';
import { CONDUCTORS, CONTACTS } from '../wiring/conductors';
import { CONNECTOR_CLASSES, type ConnectorClass } from '../wiring/connector';
import { madeTo, rightEnd } from '../../../tests/support/ends';
import type { LinkSpec } from '../wiring/link-spec';
import { otherScheme, SCHEME_ORDER, type Scheme } from '../wiring/schemes';
import { cableMistakes, endMistakes, madeAt, STARTING_WEIGHTS } from './catalogue';
import { contactsIn, endKey, narrowEnd, SOUND_CABLE, wideCable, wideEnd, type CompactEnd } from './compact';

const order = (end: CompactEnd) => [...end.seats].map((k) => CONDUCTORS[k]!).join(' ');
const made = (connector: ConnectorClass, scheme: Scheme, kind: string) =>
  endMistakes(connector, madeTo(scheme))
    .filter((m) => m.kind === kind)
    .map((m) => ({ ...m, end: m.apply(rightEnd(scheme)) }));
const orders = (connector: ConnectorClass, kind: string, scheme: Scheme = 'T568B') =>
  made(connector, scheme, kind).map((m) => order(m.end));
const opens = (connector: ConnectorClass, kind: string) =>
  made(connector, 'T568B', kind).map((m) => contactsIn(m.end.open).join(''));

describe('how an end goes wrong, as the catalogue words it', () => {
  it('other scheme: all eight to the other one, at either connector', () => {
    for (const connector of CONNECTOR_CLASSES)
      for (const scheme of ['T568A', 'T568B'] as const)
        expect(orders(connector, 'other-scheme', scheme)).toEqual([
          SCHEME_ORDER[otherScheme(scheme)].join(' '),
        ]);
  });
  it('neighbours slid past each other, at all seven places', () => {
    expect(orders('plug', 'neighbour-swap')).toHaveLength(7);
    expect(orders('plug', 'neighbour-swap')[0]).toBe('O WO WG BL WBL G WBR BR');
    expect(orders('plug', 'neighbour-swap')[6]).toBe('WO O WG BL WBL G BR WBR');
  });
  it('two whites mixed up, six choices; two solids, two', () => {
    expect(orders('plug', 'white-mix-up')).toHaveLength(6);
    expect(orders('jack', 'white-mix-up')).toContain('WG O WO BL WBL G WBR BR');
    expect(orders('plug', 'solid-mix-up')).toEqual(['WO BR WG BL WBL G WBR O', 'WO O WG G WBL BL WBR BR']);
    expect(made('plug', 'T568B', 'solid-mix-up').map((m) => m.share)).toEqual([2 / 3, 1 / 3]);
  });
  it('pairs side by side, the scheme’s first pair first, white first or solid first in blue', () => {
    expect(orders('plug', 'side-by-side', 'T568B')).toEqual([
      'WO O WG G WBL BL WBR BR',
      'WO O WG G BL WBL WBR BR',
    ]);
    expect(orders('plug', 'side-by-side', 'T568A')).toEqual([
      'WG G WO O WBL BL WBR BR',
      'WG G WO O BL WBL WBR BR',
    ]);
  });
  it('the pairs of 3-6 and 4-5 exchanged whole', () => {
    expect(orders('plug', 'centre-exchanged', 'T568B')).toEqual(['WO O WBL G WG BL WBR BR']);
    expect(orders('plug', 'centre-exchanged', 'T568A')).toEqual(['WG G WBL O WO BL WBR BR']);
  });
  it('upside down: contact n holds what 9-n should', () => {
    expect(orders('plug', 'upside-down')).toEqual([[...SCHEME_ORDER.T568B].reverse().join(' ')]);
  });
  it('a pair reversed and two pairs exchanged, at a jack', () => {
    expect(orders('jack', 'pair-reversed')).toEqual([
      'WO O WG WBL BL G WBR BR',
      'O WO WG BL WBL G WBR BR',
      'WO O G BL WBL WG WBR BR',
      'WO O WG BL WBL G BR WBR',
    ]);
    expect(orders('jack', 'pairs-exchanged')).toHaveLength(5);
    expect(orders('jack', 'pairs-exchanged')).not.toContain(SCHEME_ORDER.T568A.join(' '));
  });
  it('conductors that do not reach, singly, in twos, or all', () => {
    expect(opens('plug', 'short-conductor')).toEqual(['1', '2', '3', '4', '5', '6', '7', '8']);
    expect(made('plug', 'T568B', 'short-conductor').map((m) => m.share * 20)).toEqual([
      4, 2, 2, 2, 2, 2, 2, 4,
    ]);
    expect(opens('plug', 'two-short')).toEqual(['12', '23', '34', '45', '56', '67', '78']);
    expect(opens('plug', 'not-crimped')).toEqual(['12345678']);
    expect(opens('jack', 'missed-punch')).toHaveLength(8);
    expect(opens('jack', 'two-missed')).toEqual(['12', '36', '45', '78']);
  });
  it('contacts joined: neighbours at a plug, the two slots of a pair at a jack', () => {
    const joined = (c: ConnectorClass) =>
      made(c, 'T568B', 'contacts-bridged').map((m) => wideEnd(m.end, false).bridges.flat().join(''));
    expect(joined('plug')).toEqual(['12', '23', '34', '45', '56', '67', '78']);
    expect(joined('jack')).toEqual(['12', '36', '45', '78']);
  });
  it('open but looking home: not cut through, not pierced, bent aside', () => {
    const unseen = (c: ConnectorClass, kind: string) =>
      made(c, 'T568B', kind).map(
        ({ end }) => `${contactsIn(end.looksHome).join('')}${end.bent ? ' bent' : ''}`,
      );
    expect(unseen('plug', 'half-pierced')).toEqual(['1', '2', '3', '4', '5', '6', '7', '8']);
    expect(unseen('jack', 'half-punched')).toEqual(['1', '2', '3', '4', '5', '6', '7', '8']);
    expect(unseen('jack', 'bent-contact')).toEqual(['1 bent', '8 bent', '18 bent']);
    expect(unseen('core', 'not-pierced')).toHaveLength(8);
    expect(unseen('core', 'two-not-pierced')).toEqual(['12', '36', '45', '78']);
    expect(unseen('core', 'not-closed')).toEqual(['']);
  });
  it('a contact that any mistake leaves visibly open does not look home, whichever came first', () => {
    const [missed, half] = ['missed-punch', 'half-punched'].map(
      (kind) => endMistakes('jack', madeTo('T568B')).filter((m) => m.kind === kind)[3]!,
    );
    for (const end of [
      missed!.apply(half!.apply(rightEnd('T568B'))),
      half!.apply(missed!.apply(rightEnd('T568B'))),
    ])
      expect([end.open, end.looksHome]).toEqual([8, 0]);
  });
  it('what seats all eight seats them anew, whatever a first mistake had moved', () => {
    const of = (kind: string) => endMistakes('plug', madeTo('T568B')).find((m) => m.kind === kind)!;
    for (const kind of ['other-scheme', 'side-by-side', 'upside-down'])
      expect(order(of(kind).apply(of('neighbour-swap').apply(rightEnd('T568B'))))).toBe(
        orders('plug', kind)[0],
      );
  });
  it('any two conductors exchanged: twenty-eight choices', () =>
    expect(new Set(orders('core', 'any-exchanged')).size).toBe(28));
  it('neighbouring slots of a jack joined, at all seven gaps', () =>
    expect(made('jack', 'T568B', 'neighbours-joined').map((m) => wideEnd(m.end, false).bridges.flat().join(''))).toEqual(['12', '23', '34', '45', '56', '67', '78'])); // prettier-ignore
  it('shares of a kind add up to one, and every kind has a weight', () => {
    for (const connector of CONNECTOR_CLASSES) {
      const sums = new Map<string, number>();
      for (const m of endMistakes(connector, madeTo('T568B')))
        sums.set(m.kind, (sums.get(m.kind) ?? 0) + m.share);
      expect([...sums.keys()].sort()).toEqual(Object.keys(STARTING_WEIGHTS[connector]).sort());
      for (const [kind, sum] of sums) expect(sum, kind).toBeCloseTo(1, 12);
    }
  });
  it('only what moves conductors counts as a mistake that a read-back would catch', () => {
    for (const connector of CONNECTOR_CLASSES)
      for (const m of endMistakes(connector, madeTo('T568B')))
        expect(m.permutes, m.kind).toBe(order(m.apply(rightEnd('T568B'))) !== order(rightEnd('T568B')));
  });
});

describe('what is joined', () => {
  const twice = <S extends { bridges: [number, number][] }>(
    sound: S,
    ways: readonly { kind: string; apply(s: S): S }[],
  ) => {
    const joining = ways.filter((w) => w.apply(sound).bridges.length === 1);
    expect(joining.length).toBeGreaterThan(6);
    for (const a of joining) {
      expect(a.apply(a.apply(sound)).bridges).toEqual(a.apply(sound).bridges);
      for (const b of joining) {
        const both = b.apply(a.apply(sound)).bridges;
        expect(both).toEqual(a.apply(b.apply(sound)).bridges);
        expect(both).toEqual([...both].sort(([p, q], [r, s]) => p * 8 + q - (r * 8 + s)));
        expect(new Set(both.map(String)).size).toBe(both.length);
      }
    }
  };
  it('is joined once, and told in order, whichever came first', () => {
    twice(rightEnd('T568B'), endMistakes('jack', madeTo('T568B')));
    twice(SOUND_CABLE, cableMistakes());
  });
});

describe('what an end should be made to', () => {
  it('is straight to its scheme, but for a tail that is rolled or crossed in all four pairs', () => {
    const link = (ordered: LinkSpec['ordered']): LinkSpec => ({
      head: { connector: 'plug', scheme: 'T568A' },
      tail: { connector: 'plug', scheme: 'T568A' },
      ordered,
      shielded: false,
    });
    for (const ordered of ['straight', 'crossover', 'rollover', 'four-pair-crossover'] as const)
      expect(madeAt(link(ordered), 'head')).toEqual({ scheme: 'T568A', ordered: 'straight' });
    expect(madeAt(link('straight'), 'tail')).toEqual({ scheme: 'T568A', ordered: 'straight' });
    expect(madeAt(link('crossover'), 'tail')).toEqual({ scheme: 'T568B', ordered: 'straight' });
    expect(madeAt(link('rollover'), 'tail')).toEqual({ scheme: 'T568A', ordered: 'rollover' });
    expect(madeAt(link('four-pair-crossover'), 'tail').ordered).toBe('four-pair-crossover');
  });
});

describe('how a cable goes wrong', () => {
  const kinds = (kind: string) => cableMistakes().filter((m) => m.kind === kind);
  it('nicked at sixteen places, broken at eight, pierced in four pairs or across in twenty-four', () => {
    expect(['nicked', 'broken', 'pierced', 'pierced-across', 'cut'].map((k) => kinds(k).length)).toEqual([
      16, 8, 4, 24, 1,
    ]);
  });
  it('a nick lies at a jacket cut, a break in the span, a cut goes through all', () => {
    const breaks = (kind: string) => kinds(kind).flatMap((m) => wideCable(m.apply(SOUND_CABLE)).breaks);
    expect(new Set(breaks('nicked').map((b) => b.zone))).toEqual(new Set(['head', 'tail']));
    expect(new Set(breaks('broken').map((b) => b.zone))).toEqual(new Set(['span']));
    expect(breaks('cut').map((b) => b.conductor)).toEqual([...CONDUCTORS]);
  });
  it('a pierced pair is joined to its mate, across never is', () => {
    for (const m of kinds('pierced')) {
      const [a, b] = m.apply(SOUND_CABLE).bridges[0]!;
      expect(a >> 1).toBe(b >> 1);
    }
    for (const m of kinds('pierced-across')) {
      const [a, b] = m.apply(SOUND_CABLE).bridges[0]!;
      expect(a >> 1).not.toBe(b >> 1);
    }
  });
});

describe('the compact form', () => {
  it('goes there and back', () => {
    for (const connector of CONNECTOR_CLASSES)
      for (const m of endMistakes(connector, madeTo('T568A'))) {
        const end = m.apply(rightEnd('T568A'));
        expect(narrowEnd(wideEnd(end, true))).toEqual(end);
      }
  });
  it('has a key of its own for every end that differs', () => {
    const ends = endMistakes('jack', madeTo('T568B')).map((m) => m.apply(rightEnd('T568B')));
    const text = ends.map((e) => JSON.stringify(wideEnd(e, false)));
    expect(new Set(ends.map(endKey)).size).toBe(new Set(text).size);
  });
  it('names contacts by their bits', () => {
    expect(contactsIn(0b10000101)).toEqual(['1', '3', '8']);
    expect(contactsIn(0xff)).toEqual([...CONTACTS]);
  });
});
