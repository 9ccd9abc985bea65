import { describe, expect, it } from 'vitest';
import type { Order } from '../wiring/schemes';
import type { ContactPair } from '../wiring/conductors';
import { faultsOf } from './faults';
import type { Reading } from './reading';
import { judge } from './verdict';
import { parseWalk } from './walk';

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
    expect(faults('1 2 3 4 5 6 7 8', 'crossover')).toEqual(['transposed-pair 12', 'transposed-pair 36']);
  });
  it('all open and rollover speak for the whole link', () => {
    expect(faults('- - - - - - - -')).toEqual(['all-open 12345678']);
    expect(faults('8 7 6 5 4 3 2 1')).toEqual(['rollover 12345678']);
  });
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
