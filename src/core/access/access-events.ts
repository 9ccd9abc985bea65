/** What happens to people and devices here: who came in, who was refused, who was put out. */
export const ACCESS_EVENTS = [
  'entered',
  'entered-by-pin',
  'entered-by-key',
  'refused-code',
  'refused-pin',
  'refused-key',
  'code-shown',
  'device-put-out',
  'person-put-out',
  'left',
  'pin-set',
  'pin-taken-away',
  'key-made',
] as const;
/** One of them. */
export type AccessEvent = (typeof ACCESS_EVENTS)[number];

/** Tries that failed: somebody from outside can make as many of them as the rate allows. */
export const REFUSALS: readonly AccessEvent[] = ['refused-code', 'refused-pin', 'refused-key'];

/** What happened, with when, from where, to whom and by whom. No code, PIN or key is ever in it. */
export interface AccessEntry {
  at: string;
  what: AccessEvent;
  /** Whom it is about, by name; nothing where nobody knows. */
  person: string | null;
  device: string | null;
  /** The address on the network it came from. */
  address: string | null;
  /** Who did it, where that is another than whom it is about. */
  by: string | null;
}

const WORDS: Record<AccessEvent, (who: string) => string> = {
  entered: (who) => `${who} entered by a code`,
  'entered-by-pin': (who) => `${who} took the device over by PIN`,
  'entered-by-key': (who) => `${who} entered by this device’s key`,
  'refused-code': () => 'A code was tried and refused',
  'refused-pin': (who) => `A PIN was tried for ${who} and refused`,
  'refused-key': () => 'A key was tried and refused',
  'code-shown': (who) => `A code was shown for ${who}`,
  'device-put-out': (who) => `A device of ${who} was signed out`,
  'person-put-out': (who) => `${who} was removed, with all devices`,
  left: (who) => `${who} signed their own device out`,
  'pin-set': (who) => `${who} set a PIN`,
  'pin-taken-away': (who) => `${who} took their PIN away`,
  'key-made': (who) => `${who} made a key on a device`,
};

/** What happened as a sentence: `A code was shown for Bo Tarn, by Ines Rask; phone, Chrome at 10.0.0.7.` */
export function accessWords({ what, person, device, address, by }: AccessEntry): string {
  const from = [device, address].filter(Boolean).join(' at ');
  return `${WORDS[what](person ?? 'somebody')}${by ? `, by ${by}` : ''}${from ? `; ${from}` : ''}.`;
}
