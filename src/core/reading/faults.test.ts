import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { anyCopper } from '../../../tests/support/arbitraries';
import { sense } from '../copper/sense';
import { CONTACTS } from '../wiring/conductors';
import type { Order } from '../wiring/schemes';
import type { ContactPair } from '../wiring/conductors';
import { faultsOf } from './faults';
import type { Reading } from './reading';
import { judge } from './verdict';
import { parseWalk, turnWalk, writeWalk, type Walk } from './walk';

const reading = (text: string, more: Partial<Reading> = {}): Reading => {
  const parsed = parseWalk(text, text.trim().split(/\s+/).length === 9);
  if (!parsed.ok) throw new Error(parsed.message);
  return { walk: parsed.walk, evidence: 'wiremap', ...more };
};
const faults = (text: string, ordered: Order = 'straight', splits?: ContactPair[]) =>
  faultsOf(reading(text, { splits }), ordered).map((f) => `${f.kind} ${f.contacts.join('')}`);

describe('faults, by the definitions of TIA-568 and TIA-1152 (from memory)', () => {
  it('open: no continuity on a conductor', () => expect(faults('1 2 3 - 5 6 7 8')).toEqual(['open 4']));
  it('short: conductors joined', () => {
    expect(faults('1 2 3 4+5 4+5 6 7 8')).toEqual(['short 45']);
    expect(faults('1 2 3 4+5 - 6 7 8')).toEqual(['open 5', 'short 45']);
  });
  it('reversed pair: the two of a pair exchanged', () =>
    expect(faults('2 1 3 4 5 6 7 8')).toEqual(['reversed-pair 12']));
  it('transposed pair: a pair on another pair’s contacts', () =>
    expect(faults('1 2 3 7 8 6 5 4')).toEqual([
      'transposed-pair 45',
      'reversed-pair 45',
      'transposed-pair 78',
    ]));
  it('miswire: any other permutation', () => expect(faults('1 3 2 4 5 6 7 8')).toEqual(['miswire 23']));
  it('split pair: only where it was looked at', () => {
    expect(faults('1 2 3 4 5 6 7 8', 'straight', ['36', '45'])).toEqual(['split-pair 36', 'split-pair 45']);
    expect(faults('1 2 3 4 5 6 7 8')).toEqual([]);
  });
  it('shield open, and shorted to a conductor', () => {
    expect(faults('1 2 3 4 5 6 7 8 -')).toEqual(['shield-open S']);
    expect(faults('1 2 3 4+S 5 6 7 8 4+S')).toEqual(['short 4S']);
  });
  it('A at one end and B at the other is named beside its transposed pairs', () => {
    expect(faults('3 6 1 4 5 2 7 8')).toEqual([
      'crossed-schemes 1236',
      'transposed-pair 12',
      'transposed-pair 36',
    ]);
    expect(faults('3 6 1 4 5 2 7 8', 'crossover')).toEqual([]);
  });
  it('all open and rollover speak for the whole link', () => {
    expect(faults('- - - - - - - -')).toEqual(['all-open 12345678']);
    expect(faults('8 7 6 5 4 3 2 1')).toEqual(['rollover 12345678']);
  });
});

describe('kinds of the whole link (common practice, no source)', () => {
  it.each([
    ['3 6 1 4 5 2 7 8', 'straight', ['crossed-schemes 1236', 'transposed-pair 12', 'transposed-pair 36']],
    ['3 6 1 - 5 2 7 8', 'straight', ['crossed-schemes 1236', 'open 4', 'transposed-pair 12', 'transposed-pair 36']],
    ['- 6 1 4 5 2 7 8', 'straight', ['crossed-schemes 1236', 'open 1', 'transposed-pair 12', 'transposed-pair 36']],
    ['3 6 1 7 8 2 4 5', 'straight', ['full-crossover 12345678']],
    ['3 6 1 7 - 2 4 5', 'straight', ['full-crossover 12345678', 'open 5']],
    ['8 7 6 5 4 3 2 1', 'straight', ['rollover 12345678']],
    ['8 7 6 - 4 3 2 1', 'straight', ['rollover 12345678', 'open 4']],
    ['1 2 3 4 5 6 7 8', 'crossover', ['straight-on-crossover 1236']],
    ['1 - 3 4 5 6 7 8', 'crossover', ['straight-on-crossover 1236', 'open 2']],
    ['1 2 3 4 5 6 7 8', 'four-pair-crossover', ['straight-on-crossover 12345678']],
    ['1 2 3 4 5 6 7 8', 'rollover', ['transposed-pair 12', 'reversed-pair 36', 'reversed-pair 45', 'transposed-pair 78']],
    ['8 7 6 5 4 3 2 1', 'rollover', []],
    ['6 3 8 5 4 7 2 1', 'crossover', ['rollover 12345678']],
  ] as [string, Order, string[]][])('%s, ordered %s', (walk, ordered, told) => expect(faults(walk, ordered)).toEqual(told)); // prettier-ignore
  it('a short beside a crossing is told once, by the contacts that are joined', () =>
    expect(faults('3+6 3+6 1 4 5 2 7 8')).toEqual([
      'crossed-schemes 1236',
      'short 12',
      'transposed-pair 12',
      'transposed-pair 36',
    ]));
  it('no pair is transposed onto itself, and an open at the tail is told', () => {
    expect(faults('1 2 3 4 4 6 7 8')).toEqual(['open 5', 'short 45']);
    expect(faults('1 2 3 4+5 - 6 7 8')).toEqual(['open 5', 'short 45']);
  });
});

describe('the same faults from either end', () => {
  const orders = fc.constantFrom<Order>('straight', 'crossover', 'four-pair-crossover', 'rollover');
  it('a reading and the same reading turned round name the same kinds (property)', () => {
    let faulty = 0;
    fc.assert(
      fc.property(anyCopper, orders, (copper, ordered) => {
        const { walk, splits, joins } = sense(copper, false);
        const kinds = (r: Parameters<typeof faultsOf>[0]) => faultsOf(r, ordered).map((f) => f.kind).sort(); // prettier-ignore
        const here = kinds({ walk, joins });
        if (here.length) faulty++;
        const turned = { walk: turnWalk(walk), joins: { head: joins.tail, tail: joins.head } };
        const unlike = (k: string[]) => k.filter((x) => x !== 'reversed-pair' && x !== 'transposed-pair' && x !== 'miswire'); // prettier-ignore
        expect(unlike(kinds(turned)), writeWalk(walk)).toEqual(unlike(here));
        expect(kinds(turned).some((k) => k.endsWith('-pair') || k === 'miswire')).toBe(here.some((k) => k.endsWith('-pair') || k === 'miswire')); // prettier-ignore
        void splits;
      }),
      { numRuns: 2000 },
    );
    expect(faulty).toBeGreaterThan(1500);
  });
  it('whole permutations name the very same list of kinds (property)', () => {
    fc.assert(
      fc.property(
        fc.shuffledSubarray([...CONTACTS], { minLength: 8, maxLength: 8 }),
        orders,
        (to, ordered) => {
          const walk = to.map((c) => [c]);
          const kinds = (w: Walk) => faultsOf({ walk: w }, ordered).map((f) => f.kind).sort(); // prettier-ignore
          const without = (k: string[]) => k.filter((x) => x !== 'reversed-pair');
          expect(without(kinds(turnWalk(walk)))).toEqual(without(kinds(walk)));
        },
      ),
      { numRuns: 2000 },
    );
  });
});

describe('a fail in words', () => {
  it.each([
    ['3 6 1 4 5 2 7 8', 'straight', 'A at one end, B at the other'],
    ['1 2 3 4 5 6 7 8', 'crossover', 'reads straight, but a crossover was ordered: the same scheme at both ends'],
    ['8 7 6 - 4 3 2 1', 'straight', 'all eight in reverse order; contact 4 open'],
    ['3 6 1 7 8 2 4 5', 'straight', 'full crossover, all four pairs'],
    ['1 2 3 - - 6 7 8', 'straight', 'contacts 4 and 5 open'],
  ] as [string, Order, string][])('%s, ordered %s: %s', (walk, ordered, says) => expect(judge(reading(walk), ordered).reason).toBe(says)); // prettier-ignore
});

describe('verdict', () => {
  it('is provisional where the evidence is less than asked, and says what is not ruled out', () => {
    const lamps = judge(reading('12345678', { evidence: 'continuity' }), 'straight', 'wiremap');
    expect(lamps.verdict).toBe('provisional');
    expect(lamps.notRuledOut).toContain('split pairs');
    expect(judge(reading('12345678', { evidence: 'continuity' }), 'straight', 'continuity').verdict).toBe(
      'pass',
    );
  });
  it('passes a wiremap with splits looked at, not one without', () => {
    expect(judge(reading('12345678', { splits: [] }), 'straight', 'wiremap').verdict).toBe('pass');
    expect(judge(reading('12345678'), 'straight', 'wiremap').verdict).toBe('provisional');
  });
  it('fails whatever the evidence', () =>
    expect(judge(reading('21345678', { evidence: 'certification', splits: [] }), 'straight').reason).toBe(
      'one pair reversed',
    ));
});
