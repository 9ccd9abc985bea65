import { describe, expect, it } from 'vitest';
import { CONTACTS, contactPairOf, contactsOfPair, CONTACT_PAIRS, isWhite, mateOf } from './conductors';
import { conductorAt, contactFor, expectedAnswer, schemesFor, SCHEMES } from './schemes';

describe('T568A and T568B, against TIA-568 (from memory)', () => {
  it('lays the conductors as the standard has them', () => {
    expect(CONTACTS.map((c) => conductorAt('T568A', c))).toEqual([
      'WG',
      'G',
      'WO',
      'BL',
      'WBL',
      'O',
      'WBR',
      'BR',
    ]);
    expect(CONTACTS.map((c) => conductorAt('T568B', c))).toEqual([
      'WO',
      'O',
      'WG',
      'BL',
      'WBL',
      'G',
      'WBR',
      'BR',
    ]);
  });
  it('keeps every physical pair on one contact pair, blue on 4-5 and brown on 7-8', () => {
    for (const scheme of SCHEMES)
      for (const pair of CONTACT_PAIRS) {
        const [a, b] = contactsOfPair(pair);
        expect(mateOf(conductorAt(scheme, a))).toBe(conductorAt(scheme, b));
      }
    expect(contactPairOf(contactFor('T568A', 'BL'))).toBe('45');
    expect(contactPairOf(contactFor('T568B', 'WBR'))).toBe('78');
  });
  it('puts the white one first in every pair but blue (common practice, no source)', () => {
    for (const scheme of SCHEMES)
      for (const pair of CONTACT_PAIRS)
        expect(isWhite(conductorAt(scheme, contactsOfPair(pair)[0]))).toBe(pair !== '45');
  });
});

describe('orders', () => {
  it('crosses 1-3, 2-6 in a crossover, and leaves blue and brown: IEEE 802.3 crossover (from memory)', () => {
    expect(CONTACTS.map((c) => expectedAnswer('crossover', c)).join(' ')).toBe('3 6 1 4 5 2 7 8');
    expect(CONTACTS.map((c) => expectedAnswer('straight', c)).join(' ')).toBe('1 2 3 4 5 6 7 8');
  });
  it('is the same crossing that A at one end and B at the other makes', () => {
    for (const c of CONTACTS)
      expect(contactFor('T568B', conductorAt('T568A', c))).toBe(expectedAnswer('crossover', c));
  });
  it('has the tail follow the order where the schemes contradict it', () => {
    const link = (ordered: 'straight' | 'crossover') => ({
      ordered,
      head: { scheme: 'T568B' as const },
      tail: { scheme: 'T568B' as const },
    });
    expect(schemesFor(link('straight'))).toEqual({ head: 'T568B', tail: 'T568B' });
    expect(schemesFor(link('crossover'))).toEqual({ head: 'T568B', tail: 'T568A' });
  });
});
