import type { Guide } from '../guide';
import { RIP_CORD_BACK, STRIP_PLUG, TRIM_CLOSED_PLUG } from '../../wiring/dimensions';

/** Plug with a closed nose: conductors are cut to length before they go in. */
export const closedPlug: Guide = {
  family: 'closed-plug',
  layout: { kind: 'plug', rows: 'single', usual: 'contacts' },
  seated: 'Crimped',
  pairsSeenFrom: 'cable',
  gates: {
    identify: {
      steps: [
        'Right cable, right end: read the label or the tape.',
        'Thread the boot on now, before the plug.',
      ],
      reminder: 'Right cable, right end, boot on first.',
    },
    prep: {
      steps: [
        'Score the jacket {strip} from the end; do not cut through. Bend it and let it pop.',
        'Look all round for a nick. If one is nicked, cut all off and strip again, or pull the rip cord {rip cord back} past the mark.',
        'Cut away spline, cord and tape.',
      ],
      reminder: 'Strip {strip}, no nick, spline and cord off.',
    },
    lay: {
      steps: [
        'Pairs apart at 12, 3, 6 and 9 o’clock; untwist no more than {untwist} at the contact.',
        'Put them in the order drawn, pull the fan straight, flex it flat side to side, and hold the tip.',
        'Cut it square, just under {trim} outside the jacket. Do not let go.',
      ],
      reminder: 'Order, straight, cut square just under {trim}.',
    },
    'read-back': {
      steps: ['Insert until copper shows at the front of every channel, jacket past the latch. Read each before you crimp.'], // prettier-ignore
      reminder: 'Read all before the crimp.',
    },
    seat: {
      steps: [
        'Push once more, then crimp all the way down: a ratchet lets go by itself, a plain tool is squeezed twice.',
      ],
      reminder: 'Push, crimp all the way.',
    },
    look: {
      steps: [
        'Copper at the front of every channel.',
        'All contacts down; one that stands proud is crimped again.',
        'Jacket under the latch.',
        'It holds a tug.',
      ],
      reminder: 'Copper, contacts, jacket, tug.',
    },
  },
  lengths: { strip: STRIP_PLUG, trim: TRIM_CLOSED_PLUG, 'rip cord back': RIP_CORD_BACK },
  usualMistakes: [
    'Two neighbours slide past each other on the way in.',
    'Loaded upside down: 8 to 1.',
    'Conductors too long: the jacket misses the latch.',
    'The pairs laid side by side: a split that lamps cannot see.',
    'The boot forgotten.',
  ],
  consumables: ['1 plug', '1 boot, if used', '50 mm of cable when it is cut off again'],
  cautions: { identify: ['codes', 'live'], lay: ['blades'] },
};
