import type { CableSpec } from '../wiring/parts';
import type { Gate } from './gates';
import type { Guide } from './guide';

/** Cautions, each a short sentence shown at the gate where it applies. Local codes and licensed practice come first. */
export const CAUTIONS = {
  codes: 'Local codes and licensed practice come first: where they say otherwise, they are right.',
  blades: 'Cut away from the hand, shield your eyes when trimming copper, pick up every offcut.',
  live: 'Never work on a pair in service: disconnect the equipment at both ends first (power over the cable up to 57 V, ringing about 90 V).',
  gel: 'Gel-filled cable: wear gloves, and keep heat away from it.',
  heat: 'The heat gun is hot: never near gel or solvent.',
  bonding: 'Bonding of shield and rack: by the local electrical code, by someone licensed where it says so.',
  height: 'At a rack or on a ladder: know what is behind the wall and keep off mains cables.',
} as const;
/** A caution. */
export type CautionId = keyof typeof CAUTIONS;

/** Gates where bare conductors are in the hand. */
const HANDLED: readonly Gate[] = ['prep', 'lay', 'seat'];

/** Cautions of a gate, by the family and by what the cable is. */
export function cautionsAt(gate: Gate, guide: Pick<Guide, 'cautions'>, cable: CableSpec | null): CautionId[] {
  const own = guide.cautions[gate] ?? [];
  return cable?.jacket === 'gel-filled' && HANDLED.includes(gate) ? ['gel', ...own] : [...own];
}

/** Every caution of a family and a cable, to be read before the first one. */
export const allCautions = (guide: Pick<Guide, 'cautions'>, cable: CableSpec | null): CautionId[] => [
  ...new Set([
    ...Object.values(guide.cautions).flat(),
    ...HANDLED.flatMap((gate) => cautionsAt(gate, guide, cable)),
  ]),
];
