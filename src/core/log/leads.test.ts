import { describe, expect, it } from 'vitest';
import type { LogEntry } from '../model/entry';
import { leadProofs, leadsStatus, USUAL_LEAD_HOURS, type LeadProof } from './leads';
import { project } from './projection';

const NINE = Date.UTC(2026, 4, 4, 9);
const HOUR = 3_600_000;
let n = 0;
const proof = (hours: number, leads: [string, string], ok = true) =>
  ({ id: `00000000-0000-4000-8000-${String(++n).padStart(12, '0')}`, job: 'j', kind: 'leads-proved', by: 'bo', at: new Date(NINE + hours * HOUR).toISOString(), data: { leads, walk: '12345678', ok } }) as LeadProof; // prettier-ignore
const at = (hours: number) => NINE + hours * HOUR;

describe('proofs of test leads', () => {
  it('are those of a log that count, in order', () => {
    const [second, first] = [proof(2, ['a', 'b']), proof(1, ['a', 'c'])];
    const tool = { ...proof(3, ['a', 'b']), kind: 'tool', data: { part: 'a', did: 'put-by' } } as unknown as LogEntry; // prettier-ignore
    const back = { ...proof(4, ['a', 'b']), kind: 'void', data: { entry: second.id, reason: 'slip' } } as unknown as LogEntry; // prettier-ignore
    expect(project(leadProofs, [second, tool, first])).toEqual([first, second]);
    expect(project(leadProofs, [second, tool, first, back])).toEqual([first]);
    expect(project(leadProofs, [tool])).toEqual([]);
    expect(leadProofs.step([first], tool)).toEqual([first]);
  });
});

describe('how two leads stand', () => {
  const proofs = [proof(0, ['b', 'a']), proof(1, ['a', 'c'], false), proof(2, ['c', 'd'])];
  it('is by the last proof of these two together, for so many hours', () => {
    expect(leadsStatus(['a', 'b'], proofs, at(4))).toEqual({ state: 'proven', provenAt: proofs[0]!.at, hours: 4 }); // prettier-ignore
    expect(leadsStatus(['a', 'b'], proofs, at(USUAL_LEAD_HOURS)).state).toBe('proven');
    expect(leadsStatus(['a', 'b'], proofs, at(USUAL_LEAD_HOURS) + 1).state).toBe('stale');
    expect(leadsStatus(['a', 'b'], proofs, at(4), 3).state).toBe('stale');
    expect(leadsStatus(['a', 'c'], proofs, at(4))).toEqual({ state: 'bad' });
  });
  it('is as the last one says, whichever came in first', () => {
    const again = [proof(6, ['a', 'c']), ...proofs];
    expect(leadsStatus(['c', 'a'], again, at(7)).state).toBe('proven');
  });
  it('is unproven for two that were never together, for one alone, for none and for three', () => {
    for (const leads of [['a', 'd'], ['a'], [], ['a', 'b', 'b'], ['a', 'b', 'c']])
      expect(leadsStatus(leads, proofs, at(4))).toEqual({ state: 'unproven' });
  });
});
