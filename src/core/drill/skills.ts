import { classOf, CONNECTOR_FAMILIES, FAMILY_NAMES, type ConnectorFamily } from '../wiring/connector';
import { SCHEMES, type Scheme } from '../wiring/schemes';

/** What is trained. */
export const EXERCISES = ['order', 'reading', 'hands', 'termination', 'sums', 'which-end'] as const;
/** What is trained. */
export type Exercise = (typeof EXERCISES)[number];
/** The exercises in words. */
export const EXERCISE_WORDS: Record<Exercise, string> = {
  order: 'the order',
  reading: 'reading a tester',
  hands: 'seeing a slip',
  termination: 'a whole termination',
  sums: 'sums and judgement',
  'which-end': 'which end',
};

/** How a connector is held while its order is laid. */
export const HOLDS = ['contacts', 'latch', 'nose', 'slots'] as const;
/** How a connector is held while its order is laid. */
export type Hold = (typeof HOLDS)[number];
const HOLD_WORDS: Record<Hold, string> = {
  contacts: 'a plug, contacts up',
  latch: 'a plug, latch up',
  nose: 'a plug, looking into its nose',
  slots: 'a line of slots',
};

/** Faults a reading shows, or hides. */
export const FAULTS = ['none', 'open', 'short', 'reversed', 'crossed', 'split', 'other-scheme', 'upside-down'] as const; // prettier-ignore
/** A fault a reading shows, or hides. */
export type DrillFault = (typeof FAULTS)[number];
const FAULT_WORDS: Record<DrillFault, string> = {
  none: 'a reading that is right',
  open: 'an open',
  short: 'a short',
  reversed: 'a reversed pair',
  crossed: 'crossed pairs',
  split: 'split pairs',
  'other-scheme': 'one end to the other scheme',
  'upside-down': 'a plug upside down',
};

/** Slips one sees before they are permanent. */
export const SLIPS = ['right', 'exchanged', 'short-copper', 'jacket-short', 'tail-left', 'foil'] as const;
/** A slip one sees before it is permanent. */
export type Slip = (typeof SLIPS)[number];
const SLIP_WORDS: Record<Slip, string> = {
  right: 'an end as it should be',
  exchanged: 'two conductors exchanged',
  'short-copper': 'copper not at the nose',
  'jacket-short': 'a jacket short of the latch',
  'tail-left': 'a tail left by the blade',
  foil: 'foil in a slot',
};

/** Sums and judgements of the trade. */
export const SUMS = ['marks', 'cut', 'slack', 'nvp', 'plug-for-cable', 'scheme-pair', 'poe', 'label', 'cord-kind'] as const; // prettier-ignore
/** A sum or judgement of the trade. */
export type Sum = (typeof SUMS)[number];
const SUM_WORDS: Record<Sum, string> = {
  marks: 'length by the marks on the jacket',
  cut: 'length to cut',
  slack: 'how often slack allows a redo',
  nvp: 'velocity of propagation from a known length',
  'plug-for-cable': 'which plug takes a cable',
  'scheme-pair': 'which pair lies where',
  poe: 'power over the cable',
  label: 'which label goes where',
  'cord-kind': 'straight or crossover',
};

/** One thing a person can or cannot yet: what comes back, and when, is kept for each. */
export interface Skill {
  id: string;
  exercise: Exercise;
  words: string;
}

/** The id of laying a scheme's order in a hold. */
export const orderSkill = (scheme: Scheme, hold: Hold): string => `order/${scheme}/${hold}`;

/** The id of watching a whole termination of a family. */
export const terminationSkill = (family: ConnectorFamily): string => `termination/${family}`;

/** All that can be trained. An exam's name calls a skill by its place here: new ones are put at the end. */
export const SKILLS: readonly Skill[] = [
  ...SCHEMES.flatMap((scheme) =>
    HOLDS.map((hold): Skill => ({ id: orderSkill(scheme, hold), exercise: 'order', words: `${scheme} at ${HOLD_WORDS[hold]}` })),
  ),
  ...FAULTS.map((f): Skill => ({ id: `reading/${f}`, exercise: 'reading', words: FAULT_WORDS[f] })),
  ...SLIPS.map((s): Skill => ({ id: `hands/${s}`, exercise: 'hands', words: SLIP_WORDS[s] })),
  ...SUMS.map((s): Skill => ({ id: `sums/${s}`, exercise: 'sums', words: SUM_WORDS[s] })),
  { id: 'which-end/jack-jack', exercise: 'which-end', words: 'finding the end at fault, jack to jack' },
  { id: 'which-end/jack-plug', exercise: 'which-end', words: 'finding the end at fault, jack to plug' },
  ...CONNECTOR_FAMILIES.map((f): Skill => ({ id: terminationSkill(f), exercise: 'termination', words: `a whole ${FAMILY_NAMES[f]}` })),
]; // prettier-ignore

const BY_ID = new Map(SKILLS.map((s) => [s.id, s]));
/** A skill by its id; undefined for one that this program does not know, as a newer one may have written. */
export const skillOf = (id: string): Skill | undefined => BY_ID.get(id);

/** Whether a skill is of use where these connectors are terminated: a job of jacks asks for no plug. */
export function ofUse(skill: Skill, families: ReadonlySet<ConnectorFamily>): boolean {
  if (!families.size) return true;
  if (skill.exercise === 'termination') return [...families].some((f) => skill.id === terminationSkill(f));
  if (skill.exercise !== 'order') return true;
  const plugs = [...families].some((f) => classOf(f) === 'plug');
  const slots = [...families].some((f) => classOf(f) !== 'plug');
  return skill.id.endsWith('/slots') ? slots : plugs;
}
