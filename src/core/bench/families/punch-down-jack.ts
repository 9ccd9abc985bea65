import type { Guide } from '../guide';
import { RIP_CORD_BACK, STRIP_JACK } from '../../wiring/dimensions';

/** Jack with slots that displace the insulation when punched. */
export const punchDownJack: Guide = {
  family: 'punch-down-jack',
  layout: { kind: 'legend', usual: 'side-by-side' },
  seated: 'Punched',
  pairsSeenFrom: 'cable',
  gates: {
    identify: {
      steps: ['Right cable, right end: read the label or the tape.', 'Plate or bezel threaded on first, where it needs that.'], // prettier-ignore
      reminder: 'Right cable, right end.',
    },
    prep: {
      steps: [
        'Score the jacket {strip} from the end; bend it and let it pop.',
        'Look all round for a nick; where there is one, cut all off and strip again.',
        'Cut away spline, cord and tape.',
      ],
      reminder: 'Strip {strip}, no nick, spline off.',
    },
    lay: {
      steps: [
        'Read the legend printed on this jack: they all differ.',
        'Lay each pair at its slots; untwist no more than {untwist} at the contact.',
        'Press each in lightly, a soft set that still comes out.',
      ],
      reminder: 'By this jack’s legend, untwist under {untwist}, soft set.',
    },
    'read-back': {
      steps: ['Read all slots against what was printed before you punch.'],
      reminder: 'Read all before the punch.',
    },
    seat: {
      steps: [
        'Punch with the cutting edge to the outside, straight, once a slot.',
        'Twice for one slot, or tails to twist off: the blade is dull.',
      ],
      reminder: 'Cutting edge outside, one punch a slot.',
    },
    look: {
      steps: [
        'Every conductor home at the bottom of its slot.',
        'Tails cut clean, none bridges two slots.',
        'Jacket up to the jack, pairs twisted to the slot.',
        'Cap on.',
      ],
      reminder: 'Home, tails clean, twist, cap.',
    },
  },
  lengths: { strip: STRIP_JACK, 'rip cord back': RIP_CORD_BACK },
  usualMistakes: [
    'A conductor not punched home: by far the commonest.',
    'The other scheme’s stripe of the legend.',
    'Cutting edge inside: the conductor is cut off.',
    'The two of a pair exchanged.',
  ],
  consumables: ['1 jack', '1 cap'],
  cautions: { identify: ['codes', 'live'], seat: ['blades'] },
};
