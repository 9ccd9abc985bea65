import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { CONTACTS } from '../wiring/conductors';
import { CONNECTOR_FAMILIES, mediumOf } from '../wiring/connector';
import { conductorAt, SCHEMES } from '../wiring/schemes';
import { findingWords, firstMismatch, patternsSoFar, readBackFinding } from './read-back';
import type { BenchConductor } from './seats';

const B = CONTACTS.map((c) => conductorAt('T568B', c));
const A = CONTACTS.map((c) => conductorAt('T568A', c));
const read = (held: readonly BenchConductor[], family = 'closed-plug' as const) =>
  readBackFinding(family, { scheme: 'T568B' }, CONTACTS, held);

describe('what a read-back amounts to (common practice, no source)', () => {
  it('names a plug that is upside down, laid to the other scheme, or with its pairs side by side', () => {
    expect(read([...B].reverse())).toEqual({ kind: 'upside-down' });
    expect(read(A)).toEqual({ kind: 'other-scheme' });
    expect(read(['WO', 'O', 'WG', 'G', 'WBL', 'BL', 'WBR', 'BR'])).toEqual({ kind: 'side-by-side' });
    expect(read(['WO', 'O', 'BL', 'WBL', 'WG', 'G', 'WBR', 'BR'])).toEqual({ kind: 'side-by-side' });
  });
  it('says nothing of an order that is right, or that is not read to its end', () => {
    expect(read(B)).toBeNull();
    expect(read(['O', 'WO'])).toBeNull();
  });
  it('says of a conductor that was read twice that it was misread, not that two are to be exchanged', () => {
    expect(read(['WO', 'O', 'WO'])).toEqual({ kind: 'read-twice', conductor: 'WO', at: ['1', '3'] });
  });
  it('does not call a jack upside down: it asks for exchanges', () => {
    const finding = readBackFinding('punch-down-jack', { scheme: 'T568B' }, CONTACTS, [...B].reverse());
    expect(finding?.kind).toBe('exchange');
  });
  it('offers from the first wrong one on what it may be', () => {
    const so = (...held: BenchConductor[]) =>
      patternsSoFar('closed-plug', { scheme: 'T568B' }, CONTACTS, held);
    expect(so('BR')).toEqual(['upside-down']);
    expect(so('WG')).toEqual(['other-scheme']);
    expect(so('WO', 'O', 'WG', 'G')).toEqual(['side-by-side']);
    expect(so('WO', 'O')).toEqual([]);
    expect(so('O')).toEqual([]);
  });
  it('leads any order to the right one by the exchanges it names', () => {
    let named = 0;
    fc.assert(
      fc.property(
        fc.shuffledSubarray([...B], { minLength: 8, maxLength: 8 }),
        fc.constantFrom(...CONNECTOR_FAMILIES.filter((f) => mediumOf(f) === 'twisted-pair')),
        fc.constantFrom(...SCHEMES),
        (held, family, scheme) => {
          const finding = readBackFinding(family, { scheme }, CONTACTS, held);
          if (finding?.kind !== 'exchange') return;
          named++;
          const now: BenchConductor[] = [...held];
          for (const [a, b] of finding.pairs) {
            const [i, j] = [CONTACTS.indexOf(a as '1'), CONTACTS.indexOf(b as '1')];
            [now[i], now[j]] = [now[j]!, now[i]!];
          }
          const wanted = CONTACTS.map((c) => conductorAt(scheme, c));
          expect(firstMismatch(CONTACTS, wanted, now)).toBeNull();
        },
      ),
    );
    expect(named).toBeGreaterThan(80);
  });
  it('tells what to do in a sentence', () => {
    const words = (finding: Parameters<typeof findingWords>[0]) =>
      findingWords(finding, { scheme: 'T568B' }, (c) => c);
    expect(words({ kind: 'other-scheme' })).toContain('laid to A, and this end is ordered to B');
    expect(words({ kind: 'exchange', pairs: [['3', '5']] })).toBe('Exchange 3 and 5, while it still comes out.'); // prettier-ignore
  });
});
