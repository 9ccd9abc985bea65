import { describe, expect, it } from 'vitest';
import { CONDUCTORS } from '../wiring/conductors';
import { answerOf, HELD_MS, spokenAt } from './hands-free';
import { CONNECTOR_FAMILIES } from '../wiring/connector';
import { GATES } from './gates';
import { whyOf } from './why';

describe('hands free', () => {
  it('says each contact with its conductor, no two conductors alike', () => {
    const said = CONDUCTORS.map((wants) =>
      spokenAt({ gate: 'read-back', steps: ['Insert it.'], contact: { contact: '4', wants } }),
    );
    expect(said).toContain('4, white blue.');
    expect(new Set(said).size).toBe(CONDUCTORS.length);
    expect(spokenAt({ gate: 'read-back', steps: [], contact: { contact: 'S', wants: 'DRAIN' } })).toBe(
      'shield, drain.',
    );
  });
  it('says what is wrong before anything else is asked, and always how to go on', () => {
    expect(spokenAt({ gate: 'read-back', steps: [], wrong: '2' })).toContain('Contact 2 is wrong');
    expect(spokenAt({ gate: 'look', steps: ['a.'], point: 'Copper at the nose.' })).toBe('Copper at the nose. Hold if it is not so.'); // prettier-ignore
    expect(spokenAt({ gate: 'look', steps: ['a.'], amiss: true })).toContain('hold if it cannot be mended');
    for (const gate of GATES) expect(spokenAt({ gate, steps: ['Strip it.'] })).toMatch(/[Pp]ress/);
    expect(spokenAt({ gate: 'identify', steps: [], cautions: ['Hands off.'] })).toMatch(/^Hands off\. Press once/); // prettier-ignore
  });
  it('takes a short press for right and a held one for wrong, before it is let go', () => {
    expect([answerOf(80, true), answerOf(80, false), answerOf(HELD_MS, false), answerOf(HELD_MS + 1, true)]).toEqual(['right', null, 'wrong', 'wrong']); // prettier-ignore
  });
  it('tells points without a word of holding where all are told in one go, and asks once at the end', () => {
    expect(spokenAt({ gate: 'look', steps: [], point: 'Copper.', paced: 'telling' })).toBe('Copper.');
    expect(spokenAt({ gate: 'look', steps: [], paced: 'told' })).toContain('Press if every one was so');
    expect(spokenAt({ gate: 'read-back', steps: [], paced: 'told' })).toContain('hold to hear them again');
  });
});

describe('why a gate is there', () => {
  it('is said for every family and gate, and of a coax in words of its own', () => {
    for (const family of CONNECTOR_FAMILIES)
      for (const gate of GATES) expect(whyOf(family, gate).length).toBeGreaterThan(20);
    expect(whyOf('coax-compression', 'lay')).toContain('braid');
    expect(whyOf('patch-panel', 'read-back')).not.toBe(whyOf('closed-plug', 'read-back'));
  });
});
