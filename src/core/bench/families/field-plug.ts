import type { Guide } from '../guide';
import { STRIP_FIELD_PLUG } from '../../wiring/dimensions';
import { closedPlug } from './closed-plug';

/** Plug put together in the field: a wire cap with the pairs in quadrants round posts. */
export const fieldPlug: Guide = {
  ...closedPlug,
  family: 'field-plug',
  layout: { kind: 'legend', usual: 'quadrant-posts' },
  seated: 'Cap pressed home',
  pairsSeenFrom: 'cut',
  gates: {
    ...closedPlug.gates,
    identify: {
      steps: ['Right cable, right end.', 'Thread strain relief and cap on before anything else.'],
      reminder: 'Right cable, right end, relief on first.',
    },
    prep: {
      steps: ['Score and strip {strip}; look all round for a nick.', 'Cut away spline, cord and tape.'],
      reminder: 'Strip {strip}, no nick.',
    },
    lay: {
      steps: [
        'Turn the cable until the pairs meet their quadrants, latch and relief with them.',
        'Ends mirror one another: at one of them two pairs cross the posts.',
        'Cut pairs to different lengths, to enter one by one; untwist under {untwist}.',
      ],
      reminder: 'Turn to the quadrants, pairs in one by one.',
    },
    'read-back': {
      steps: ['Read the cap before it is pressed home.'],
      reminder: 'Read the cap before it closes.',
    },
    seat: {
      steps: [
        'Trim, then press the cap home square.',
        'Close the strain relief on the jacket, not on conductors.',
      ],
      reminder: 'Cap home, relief on the jacket.',
    },
    look: {
      steps: [
        'Cap home all round.',
        'Tails trimmed flush.',
        'Strain relief grips the jacket.',
        'It holds a tug.',
      ],
      reminder: 'Cap, tails, relief, tug.',
    },
  },
  lengths: { strip: STRIP_FIELD_PLUG },
  usualMistakes: [
    'The wrong pairs crossed at the end that comes round the other way.',
    'Cap a quarter turn off.',
    'Strain relief closed on conductors.',
    'The relief forgotten: it has to go on first.',
  ],
  consumables: ['1 field plug'],
};
