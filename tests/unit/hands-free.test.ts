import { beforeEach, expect, it, vi } from 'vitest';
import { HandsFree } from '../../src/lib/bench/hands-free.svelte';
import { STEP_AFTER_MS } from '../../src/lib/controls/press-guard.svelte';
import { conductorAt } from '../../src/core/wiring/schemes';
import { CONTACTS } from '../../src/core/wiring/conductors';
import { GUIDES } from '../../src/core/bench/families';

/** As much of a termination as hands-free needs, at its read-back. */
const atReadBack = () => {
  const session = {
    gate: 'read-back',
    guide: GUIDES['closed-plug'],
    setting: { units: 'mm', untwist: 'standard', category: '6', order: { scheme: 'T568B' } },
    contacts: CONTACTS,
    wanted: CONTACTS.map((c) => conductorAt('T568B', c)),
    held: [] as string[],
    toldWrong: null,
    amiss: [],
    cautionsNew: false,
    firstGate: () => 'identify',
    told: (right: boolean) => right && session.held.push('x'),
  };
  return session;
};
let now = 0;
beforeEach(() => {
  now = 10_000;
  vi.stubGlobal('localStorage', { getItem: () => null, setItem: () => {} });
});

it('takes a bounced pedal for one press, and a contact only once it was there to be looked at', () => {
  const session = atReadBack();
  const hands = new HandsFree(session as never, () => {}, () => {}, () => now); // prettier-ignore
  const press = () => {
    hands.down();
    hands.up();
  };
  hands.turn(true);
  hands.tell();
  press();
  expect(session.held.length).toBe(0);
  now += STEP_AFTER_MS;
  press();
  hands.tell();
  press();
  press();
  expect(session.held.length).toBe(1);
  now += STEP_AFTER_MS;
  press();
  expect(session.held.length).toBe(2);
});
it('forgets a key that was down when the screen was left', () => {
  const session = atReadBack();
  const hands = new HandsFree(session as never, () => {}, () => {}, () => now); // prettier-ignore
  hands.turn(true);
  hands.tell();
  now += STEP_AFTER_MS;
  hands.down();
  hands.letGo();
  hands.up();
  expect(session.held.length).toBe(0);
});
