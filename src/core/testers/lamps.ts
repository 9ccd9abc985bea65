import { sense } from '../copper/sense';
import type { Copper } from '../copper/copper';
import { contactsOf, type Contact, type End } from '../wiring/conductors';

/** One lamp: how bright, 0 to 1. Lamps that share a current are dimmer. */
export type Lamps = ReadonlyMap<Contact, number>;

/** How a lamp walker steps: milliseconds a contact. Held stays where it is. */
export const STEP_MS = { slow: 1000, fast: 350 } as const;
/** A pace of the walker. */
export type WalkerPace = keyof typeof STEP_MS;

/** What both units show while the main one steps on a contact. */
export interface LampStep {
  contact: Contact;
  main: Lamps;
  remote: Lamps;
}

/** Every step of a lamp walker whose main unit is at `from`. */
export function lampSteps(copper: Copper, shielded: boolean, from: End): LampStep[] {
  const contacts = contactsOf(shielded);
  const seen = sense(copper, shielded);
  const joinedTo = (end: End, contact: Contact): Contact[] =>
    seen.joins[end].find((group) => group.includes(contact)) ?? [contact];
  const answers = (contact: Contact): readonly Contact[] =>
    from === 'head'
      ? seen.walk[contacts.indexOf(contact)]!
      : contacts.filter((_, i) => seen.walk[i]!.includes(contact));
  return contacts.map((contact) => {
    const here = joinedTo(from, contact);
    const there = answers(contact);
    const share = (list: readonly Contact[]): Lamps => new Map(list.map((c) => [c, 1 / list.length]));
    return { contact, main: share(here), remote: share(there) };
  });
}

/** Which step a walker is at after so many milliseconds, going round. */
export const stepAt = (ms: number, pace: WalkerPace, steps: number): number =>
  Math.floor(ms / STEP_MS[pace]) % steps;
