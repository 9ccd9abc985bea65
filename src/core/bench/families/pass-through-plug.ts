import type { Guide } from '../guide';
import { RIP_CORD_BACK, STRIP_PLUG } from '../../wiring/dimensions';
import { closedPlug } from './closed-plug';

/** Plug whose conductors come out at the nose and are cut by the crimp. */
export const passThroughPlug: Guide = {
  ...closedPlug,
  family: 'pass-through-plug',
  seated: 'Crimped and cut',
  gates: {
    ...closedPlug.gates,
    lay: {
      steps: [
        'Untwist no more than {untwist} at the contact; straighten, and put in order.',
        'Cut the tip square with sharp snips: blunt ones flatten conductors and they will not enter.',
        'Feed all through the nose and pull the jacket up to the contacts.',
      ],
      reminder: 'Order, sharp cut, feed through, jacket up.',
    },
    'read-back': {
      steps: ['Read the colours where they come out at the nose, before the crimp cuts them.'],
      reminder: 'Read at the nose.',
    },
    seat: {
      steps: ['Crimp and cut in one stroke, with the crimper that matches this plug.'],
      reminder: 'One stroke, matching crimper.',
    },
    look: {
      steps: [
        'Tails flush at the nose: none touches its neighbour.',
        'All contacts down.',
        'Jacket under the latch.',
        'It holds a tug.',
      ],
      reminder: 'Tails flush, contacts, jacket, tug.',
    },
  },
  lengths: { strip: STRIP_PLUG, 'rip cord back': RIP_CORD_BACK },
  usualMistakes: [
    'Tails not flush: neighbours touch and short.',
    'Conductors flattened by blunt snips.',
    'Jacket not pulled up, so that the pairs lie untwisted in the plug.',
    'Crimped with a tool for another make of plug: the tails stay.',
  ],
  cautions: { identify: ['codes', 'live'], seat: ['blades'] },
};
