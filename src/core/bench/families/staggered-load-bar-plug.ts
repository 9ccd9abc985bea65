import type { Guide } from '../guide';
import { loadBarPlug } from './load-bar-plug';

/** Plug with a bar of two rows: odd contacts in one, even in the other. */
export const staggeredLoadBarPlug: Guide = {
  ...loadBarPlug,
  family: 'staggered-load-bar-plug',
  layout: { kind: 'plug', rows: 'staggered', usual: 'contacts' },
  gates: {
    ...loadBarPlug.gates,
    lay: {
      steps: [
        'Hold the bar as it is drawn: its holes face a given way.',
        '1 3 5 7 into the lower row, 2 4 6 8 into the upper; untwist no more than {untwist}.',
        'Slide the bar to the notch of the jacket and cut square along it.',
      ],
      reminder: 'Odd below, even above, bar the right way round.',
    },
  },
  usualMistakes: [
    'The bar turned over: odd and even change rows.',
    'A conductor in the hole beside its own, in the same row.',
    'Conductors cut at a slant: the short ones miss their blades.',
  ],
};
