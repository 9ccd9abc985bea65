import type { Gate } from '../bench/gates';
import type { Guide } from '../bench/guide';
import { classOf, mediumOf, type ConnectorFamily } from '../wiring/connector';

/** Slips of a whole termination that are planted: each is made at one gate, and can be seen there and later. */
export const PLANTED = [
  'other-cable', 'not-threaded', 'stripped-long', 'nick', 'exchanged', 'other-scheme', 'untwisted', 'foil', 'strand',
  'dielectric', 'short-copper', 'jacket-short', 'tool', 'proud', 'tail', 'askew', 'tug',
] as const; // prettier-ignore
/** A slip of a whole termination. */
export type Planted = (typeof PLANTED)[number];

/** Gates of a whole termination as it is watched: seating shows nothing, and writing it down is no exercise. */
export const WATCHED_GATES = [
  'identify',
  'prep',
  'lay',
  'read-back',
  'look',
] as const satisfies readonly Gate[];
/** A gate as it is watched. From `look` on it is permanent. */
export type WatchedGate = (typeof WATCHED_GATES)[number];

/** What is known of a slip: the gates where it can be seen, what one says who sees it, and what it costs. All common practice. */
export interface PlantedSlip {
  seen: readonly WatchedGate[];
  says: string;
  costs: string;
  /** Families it happens at. */
  at: (family: ConnectorFamily) => boolean;
}

const twisted = (f: ConnectorFamily) => mediumOf(f) === 'twisted-pair';
const plug = (f: ConnectorFamily) => classOf(f) === 'plug' && twisted(f);
const capped = (f: ConnectorFamily) => f === 'toolless-jack' || f === 'shielded-toolless-jack' || classOf(f) === 'core'; // prettier-ignore
const punched = (f: ConnectorFamily) => f === 'punch-down-jack' || f === 'patch-panel';
/** Families whose cable has a foil or braid that can lie where it should not. */
export const screened = (f: ConnectorFamily): boolean =>
  f === 'shielded-plug' || f === 'shielded-toolless-jack' || f === 'braided-connector';

/** The slips that are planted. */
export const PLANTED_SLIPS: Record<Planted, PlantedSlip> = {
  'other-cable': { seen: ['identify'], says: 'this is another cable', costs: 'It works, and answers at another port: somebody traces it later.', at: () => true },
  'not-threaded': { seen: ['identify', 'prep'], says: 'what has to go on first is not on the cable', costs: 'It has to be cut off again to thread it.', at: (f) => plug(f) || f === 'field-plug' },
  'stripped-long': { seen: ['prep'], says: 'too much jacket is off', costs: 'The connector holds bare conductors, and the pairs run untwisted.', at: () => true },
  nick: { seen: ['prep'], says: 'a conductor is nicked', costs: 'It breaks at its nick, next week or next year.', at: twisted },
  exchanged: { seen: ['lay', 'read-back'], says: 'two conductors are swapped', costs: 'Crossed or split, and only a tester that looks at splits may see it.', at: twisted },
  'other-scheme': { seen: ['lay', 'read-back'], says: 'it is laid to the other scheme', costs: 'With the other end it makes a crossover.', at: twisted },
  untwisted: { seen: ['lay', 'read-back'], says: 'a pair is untwisted too far', costs: 'It reads well and fails its crosstalk.', at: twisted },
  foil: { seen: ['lay', 'read-back'], says: 'foil lies at a contact', costs: 'A short, to the shield or between two conductors.', at: (f) => screened(f) },
  strand: { seen: ['lay', 'read-back'], says: 'a strand of braid lies at the centre', costs: 'A short.', at: (f) => f === 'coax-compression' },
  dielectric: { seen: ['read-back'], says: 'the dielectric is not flush inside', costs: 'The centre stands back and is open.', at: (f) => f === 'coax-compression' },
  'short-copper': { seen: ['read-back'], says: 'copper is not at the front of every channel', costs: 'Its blade misses it: an open, or one that comes and goes.', at: plug },
  'jacket-short': { seen: ['read-back'], says: 'the jacket ends short of the latch', costs: 'The latch holds bare conductors: the first pull opens it.', at: plug },
  tool: { seen: ['read-back'], says: 'the tool is not as it should be', costs: 'Contacts that stand proud, or tails on every slot.', at: (f) => plug(f) || punched(f) || f === 'coax-compression' },
  proud: { seen: ['look'], says: 'a contact stands proud', costs: 'It touches its conductor by luck, and scratches the jack.', at: plug },
  tail: { seen: ['look'], says: 'a tail is left beyond a slot', costs: 'It bends over and bridges two.', at: (f) => twisted(f) && !plug(f) },
  askew: { seen: ['look'], says: 'the cap is not home on both sides', costs: 'One side makes no contact.', at: capped },
  tug: { seen: ['look'], says: 'it comes out under a tug', costs: 'It comes out behind the plate, when nobody looks.', at: () => true },
}; // prettier-ignore

/** Slips that can be planted in a termination of this family. */
export const plantedAt = (family: ConnectorFamily): Planted[] =>
  PLANTED.filter((p) => PLANTED_SLIPS[p].at(family));

/** What is threaded on before a connector of this guide: null where nothing is. */
export const threadedFirst = ({ family }: Pick<Guide, 'family'>): string | null =>
  family === 'field-plug' ? 'relief and cap' : plug(family) ? 'boot' : null;
