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
