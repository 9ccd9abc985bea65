import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { anyCopper } from '../../../tests/support/arbitraries';
import { sense } from '../copper/sense';
import { expectedWalk, parseWalk, turnWalk, walkIsAsOrdered, writeWalk } from './walk';

const walk = (text: string, shielded = false) => {
  const parsed = parseWalk(text, shielded);
  if (!parsed.ok) throw new Error(parsed.message);
  return parsed.walk;
};
const refusal = (text: string, shielded = false) => {
  const parsed = parseWalk(text, shielded);
  return parsed.ok ? '' : parsed.message;
};

describe('a walk', () => {
  it('reads what was typed, with and without blanks', () => {
    expect(writeWalk(walk('36145278'))).toBe('3 6 1 4 5 2 7 8');
    expect(writeWalk(walk('  1 2 3 -  5 6 7 8 '))).toBe('1 2 3 - 5 6 7 8');
    expect(writeWalk(walk('1 2 3 5+4 4+5 6 7 8'))).toBe('1 2 3 4+5 4+5 6 7 8');
    expect(writeWalk(walk('12345678s', true))).toBe('1 2 3 4 5 6 7 8 S');
  });
  it('says in one sentence why it cannot be read', () => {
    expect(refusal('')).toMatch(/empty/);
    expect(refusal('1 2 3')).toMatch(/has 3 answers, this link has 8/);
    expect(refusal('123456789')).toMatch(/ninth is for S/);
    expect(refusal('1 2 3 4 5 6 7 S')).toMatch(/not shielded/);
    expect(refusal('1 2 3 4+4 5 6 7 8')).toMatch(/twice/);
    expect(refusal('1 2 3 x 5 6 7 8')).toMatch(/At contact 4: "x" is not an answer/);
    expect(refusal('1+2 1 3 4 5 6 7 8')).toMatch(/no copper does/);
  });
  it('round-trips whatever copper gives (property)', () => {
    fc.assert(
      fc.property(anyCopper, (copper) => {
        const seen = sense(copper, false).walk;
        expect(walk(writeWalk(seen))).toEqual(seen);
      }),
    );
  });
  it('turned round twice is itself (property)', () => {
    fc.assert(
      fc.property(anyCopper, (copper) => {
        expect(turnWalk(turnWalk(sense(copper, false).walk))).toEqual(sense(copper, false).walk);
      }),
    );
  });
  it('turned round is what the tester sees from the tail', () => {
    expect(writeWalk(turnWalk(walk('2 3 1 4 5 6 7 -')))).toBe('3 1 2 4 5 6 7 -');
  });
  it('is as ordered or not', () => {
    expect(walkIsAsOrdered(walk('12345678'), 'straight')).toBe(true);
    expect(walkIsAsOrdered(walk('36145278'), 'straight')).toBe(false);
    expect(walkIsAsOrdered(walk('36145278'), 'crossover')).toBe(true);
    expect(walkIsAsOrdered(walk('12345678-', true), 'straight')).toBe(false);
  });
});

it('a walk that was read before is read the same again, shielded and not', () => {
  for (let i = 0; i < 3; i++) {
    expect(parseWalk('1 2 3 4 5 6 7 8', true)).toEqual({ ok: true, walk: expectedWalk('straight', true).slice(0, 8) }); // prettier-ignore
    expect(parseWalk('12345678S', true)).toEqual({ ok: true, walk: expectedWalk('straight', true) });
    expect(parseWalk('12345678S', false)).toMatchObject({ ok: false });
    expect(parseWalk('S2345678', false)).toMatchObject({ ok: false });
    expect(parseWalk('2345678', true)).toMatchObject({ ok: false });
  }
  // More than are kept, and one that is too long to be.
  for (let i = 0; i < 2100; i++) expect(parseWalk(`${'1'.repeat(i % 40)}x${i}`, false).ok).toBe(false);
  expect(parseWalk(`${'1 '.repeat(80)}`, false)).toMatchObject({ message: expect.stringContaining('80 answers') as string }); // prettier-ignore
  expect(parseWalk('12345678', false)).toEqual({ ok: true, walk: expectedWalk('straight', false) });
});
