import { describe, expect, it } from 'vitest';
import { rightEnd } from '../../../tests/support/ends';
import { SOUND_LEAD } from '../copper/copper';
import { CONTACTS } from '../wiring/conductors';
import { STARTING_WEIGHTS } from './catalogue';
import { NONE } from './compact';
import {
  CROSSED,
  leadChance,
  leadFault,
  LEAD_STATES,
  metThrough,
  reachedByTester,
  SOUND,
  throughPaths,
  wideLead,
} from './leads';

const states = Array.from({ length: LEAD_STATES }, (_, i) => i);

describe('what a test lead is like', () => {
  it('is sound, one path open, a crossover cord, or two neighbours joined', () => {
    expect(wideLead(SOUND)).toEqual(SOUND_LEAD);
    for (let n = 1; n <= 8; n++) expect(wideLead(n)).toEqual({ ...SOUND_LEAD, open: [CONTACTS[n - 1]] });
    expect(wideLead(CROSSED)).toEqual({ ...SOUND_LEAD, order: '36145278' });
    for (let n = 1; n <= 7; n++)
      expect(wideLead(CROSSED + n)).toEqual({ ...SOUND_LEAD, bridges: [[CONTACTS[n - 1], CONTACTS[n]]] });
  });
  it('is met at the contact that its path leads to', () => {
    const met = (lead: number) => CONTACTS.map((_, i) => metThrough(lead, i));
    for (const lead of states.filter((s) => s === SOUND || s > CROSSED)) expect(met(lead)).toEqual([0, 1, 2, 3, 4, 5, 6, 7]); // prettier-ignore
    for (let n = 1; n <= 8; n++) expect(met(n)).toEqual(CONTACTS.map((_, i) => (i === n - 1 ? -1 : i)));
    expect(
      met(CROSSED)
        .map((i) => i + 1)
        .join(''),
    ).toBe(wideLead(CROSSED).order);
    const end = { ...rightEnd('T568B'), open: 0b1000 };
    expect(reachedByTester(end, SOUND, 0)).toBe(end.seats[0]);
    expect(reachedByTester(end, CROSSED, 0)).toBe(end.seats[2]);
    expect(reachedByTester(end, SOUND, 3)).toBe(NONE);
    // Through joined paths the open contact is reached by its neighbour's conductor.
    expect(reachedByTester(end, CROSSED + 4, 3)).toBe(end.seats[4]);
  });
  it('shows a tester what lies behind it, turned and cut as its paths are', () => {
    const straight = Uint8Array.from(CONTACTS, (_, i) => 1 << i);
    const through = (head: number, tail: number) => {
      const out = new Uint8Array(8);
      throughPaths(straight, head, tail, out);
      return [...out].map((mask) => (mask ? 32 - Math.clz32(mask) : '-')).join('');
    };
    expect(through(SOUND, SOUND)).toBe('12345678');
    expect(through(1, 8)).toBe('-234567-');
    expect(through(SOUND, 1)).toBe('-2345678');
    expect(through(CROSSED, SOUND)).toBe('36145278');
    expect(through(SOUND, CROSSED)).toBe('36145278');
    expect(through(CROSSED, CROSSED)).toBe('12345678');
    expect(through(CROSSED + 1, CROSSED + 7)).toBe('12345678');
  });
  it('has a chance that its kind’s weight is shared out of, and all of them add up to one', () => {
    expect(states.map((s) => (s === SOUND ? 'sound' : leadFault(s).kind))).toEqual(['sound', ...Array.from({ length: 8 }, () => 'lead-open'), 'lead-crossed', ...Array.from({ length: 7 }, () => 'lead-bridged')]); // prettier-ignore
    const sum = (of: readonly number[]) => of.reduce((s, n) => s + leadChance(n, 0.3, STARTING_WEIGHTS), 0);
    expect(sum(states)).toBeCloseTo(1, 12);
    expect(sum([SOUND])).toBeCloseTo(0.7, 12);
    const { lead } = STARTING_WEIGHTS;
    const total = Object.values(lead).reduce((a, b) => a + b, 0);
    for (const kind of Object.keys(lead))
      expect(sum(states.filter((s) => s !== SOUND && leadFault(s).kind === kind))).toBeCloseTo((0.3 * lead[kind]!) / total, 12); // prettier-ignore
    expect(leadChance(4, 0.3, { lead: { 'lead-crossed': 1 } })).toBe(0);
  });
});
