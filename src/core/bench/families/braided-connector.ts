import type { Guide } from '../guide';
import { STRIP_JACK } from '../../wiring/dimensions';
import { shieldedToollessJack } from './shielded-toolless-jack';

/** Connector for cable with a braid over pairs that each have a foil. */
export const braidedConnector: Guide = {
  ...shieldedToollessJack,
  family: 'braided-connector',
  layout: { kind: 'legend', usual: 'solids-outside' },
  seated: 'Closed and clamped',
  gates: {
    ...shieldedToollessJack.gates,
    prep: {
      steps: [
        'Strip {strip}; comb the braid back and twist it.',
        'Cut the pair foils square; look for a nick.',
      ],
      reminder: 'Strip {strip}, braid back, foils square.',
    },
    lay: {
      steps: [
        'Solid brown outside on its slots, the other solids as the manager shows.',
        'Keep each foil up to the manager; untwist under {untwist}.',
      ],
      reminder: 'Solid brown outside, foils to the manager.',
    },
    seat: {
      steps: ['Close the connector, trim, and clamp the braid all round.'],
      reminder: 'Close, trim, braid clamped all round.',
    },
    look: {
      steps: ['Closed square, tails trimmed.', 'No strand of braid and no foil at a contact.', 'Braid clamped all round.', 'It holds a tug.'], // prettier-ignore
      reminder: 'Square, no loose braid, clamp, tug.',
    },
  },
  lengths: { strip: STRIP_JACK },
  usualMistakes: [
    'A loose strand of braid at a contact: a short to the shield.',
    'Braid clamped on one side only.',
    'Solid and white swapped on the manager.',
  ],
  consumables: ['1 connector with manager and clamp'],
};
