import type { Guide } from '../guide';
import { STRIP_JACK } from '../../wiring/dimensions';
import { punchDownJack } from './punch-down-jack';

/** Core that a tool pierces and cuts in one stroke; takes a jack body or a plug body. */
export const coreAndCap: Guide = {
  ...punchDownJack,
  family: 'core-and-cap',
  layout: { kind: 'legend', usual: 'lifted-pairs' },
  seated: 'Pierced and cut',
  gates: {
    ...punchDownJack.gates,
    lay: {
      steps: [
        'Brown and {pair 12} pairs up, blue and {pair 36} down, the white of each outermost; pairs through the manager.',
        'Untwist only until the white is on the outside, under {untwist}.',
      ],
      reminder: 'Up pairs by scheme, white outside.',
    },
    'read-back': {
      steps: ['Read the manager before the stroke: a pierced core cannot be opened.'],
      reminder: 'Read before the stroke.',
    },
    seat: {
      steps: ['Cap on, and one stroke of the tool pierces and cuts.'],
      reminder: 'Cap, one stroke.',
    },
    look: {
      steps: ['Cap down all round.', 'Tails cut clean on both sides.', 'Body clicked on.', 'It holds a tug.'],
      reminder: 'Cap, tails, body, tug.',
    },
  },
  lengths: { strip: STRIP_JACK },
  usualMistakes: [
    'The pairs of the other scheme up.',
    'The two of a pair swapped: white inside.',
    'Stroke not finished: conductors pierced but not cut.',
  ],
  consumables: ['1 core with cap', '1 jack body or plug body'],
};
