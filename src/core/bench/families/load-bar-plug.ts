import type { Guide } from '../guide';
import { HEAT_SET, MOST_CROSSING_AT_BAR } from '../../wiring/dimensions';
import { closedPlug } from './closed-plug';

/** Plug with a bar of eight holes in one line that keeps the fan in order. */
export const loadBarPlug: Guide = {
  ...closedPlug,
  family: 'load-bar-plug',
  gates: {
    ...closedPlug.gates,
    lay: {
      steps: [
        '{at 1} into hole 1, {at 2} into hole 2, then each in turn; untwist no more than {untwist}.',
        `Slide the bar to the notch of the jacket: at most ${MOST_CROSSING_AT_BAR} conductors may cross at its foot.`,
        'Cut square along the bar, or along a second one as a gauge. Take the gauge bar off.',
        `A fan that springs may be set with a heat gun, ${HEAT_SET.celsius} °C for about ${HEAT_SET.seconds} s.`,
      ],
      reminder: 'Bar from hole 1, to the jacket, cut square.',
    },
    'read-back': {
      steps: ['Read the colours along the bar before it goes into the plug.'],
      reminder: 'Read along the bar.',
    },
    seat: {
      steps: [
        'Insert bar and all until copper shows at the front, jacket past the latch. Crimp all the way down.',
      ],
      reminder: 'Insert, copper at the front, crimp.',
    },
  },
  usualMistakes: [
    'More than two conductors cross at the foot of the bar.',
    'The gauge bar left on.',
    'The bar threaded from the wrong side: 8 to 1.',
    'Conductors cut at a slant: the short ones miss their blades.',
  ],
  consumables: ['1 plug with its bar', '1 boot, if used', '50 mm of cable when it is cut off again'],
  cautions: { identify: ['codes', 'live'], lay: ['blades', 'heat'] },
};
