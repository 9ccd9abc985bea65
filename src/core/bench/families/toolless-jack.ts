import type { Guide } from '../guide';
import { punchDownJack } from './punch-down-jack';

/** Jack whose cap presses the conductors home. */
export const toollessJack: Guide = {
  ...punchDownJack,
  family: 'toolless-jack',
  layout: { kind: 'legend', usual: 'corners' },
  seated: 'Cap closed',
  gates: {
    ...punchDownJack.gates,
    lay: {
      steps: [
        'Conductors into the cap by its legend; untwist no more than {untwist}.',
        'None may lie across another. A pair that came untwisted is twisted back tighter than it was.',
        'Trim the front tails short, not flush: leave a little.',
      ],
      reminder: 'Into the cap by its legend, front tails short.',
    },
    'read-back': { steps: ['Read the cap before you close it.'], reminder: 'Read the cap before it closes.' },
    seat: {
      steps: ['Press the cap home square, both sides together.', 'Trim the back tails after.'],
      reminder: 'Cap home square, back tails after.',
    },
    look: {
      steps: ['Cap down on both sides.', 'Tails trimmed, front and back.', 'Jacket up to the cap.', 'It holds a tug.'], // prettier-ignore
      reminder: 'Cap, tails, jacket, tug.',
    },
  },
  usualMistakes: [
    'Cap pressed home askew: one side makes no contact.',
    'Front tails left long: the cap stands off.',
    'Two conductors across one another in the cap.',
    'The other scheme’s stripe of the legend.',
  ],
  consumables: ['1 jack with its cap'],
};
