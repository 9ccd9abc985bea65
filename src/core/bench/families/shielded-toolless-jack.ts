import type { Guide } from '../guide';
import { DRAIN_TURNS, SLIT_SHIELDED_JACK, STRIP_JACK } from '../../wiring/dimensions';
import { toollessJack } from './toolless-jack';

/** Toolless jack in a metal shell: two pairs go through slots, two are laid. */
export const shieldedToollessJack: Guide = {
  ...toollessJack,
  family: 'shielded-toolless-jack',
  layout: { kind: 'legend', usual: 'slots-and-laid' },
  seated: 'Closed, wings shut',
  gates: {
    ...toollessJack.gates,
    prep: {
      steps: [
        'Slit the jacket {slit} with the drain as rip cord, take it off, and look for a nick; cut away spline and cord.',
        `Fold the foil back and wrap the drain ${DRAIN_TURNS} turns round it.`,
      ],
      reminder: `Slit {slit}, foil back, drain ${DRAIN_TURNS} turns.`,
    },
    lay: {
      steps: [
        'Brown and {pair 12} go through the slots, blue and {pair 36} are laid.',
        'Take pair foil off just behind the slot; no foil in a slot.',
        'Untwist no more than {untwist}.',
      ],
      reminder: 'Two pairs through, two laid; no foil in a slot.',
    },
    seat: {
      steps: ['Close the block, trim, shut the wings.', 'Tie the foil tight on the shield base: the panel bonds it to earth.'], // prettier-ignore
      reminder: 'Close, trim, wings shut, foil tied.',
    },
    look: {
      steps: ['Block closed square, tails trimmed.', 'No foil at a contact.', 'Wings shut, shield tied to the base.', 'It holds a tug.'], // prettier-ignore
      reminder: 'Square, no foil, wings, tug.',
    },
  },
  lengths: { strip: STRIP_JACK, slit: SLIT_SHIELDED_JACK },
  usualMistakes: [
    'Foil in a slot: a short to the shield.',
    'Drain not under the tie: the shield is open.',
    'The pairs of the other scheme through the slots.',
    'Cap pressed home askew.',
  ],
  consumables: ['1 shielded jack', '1 tie'],
  cautions: { identify: ['codes', 'live'], prep: ['blades'], seat: ['bonding'] },
};
