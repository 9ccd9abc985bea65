import type { Guide } from '../guide';
import { punchDownJack } from './punch-down-jack';

/** One port of a patch panel, punched down at the back. */
export const patchPanel: Guide = {
  ...punchDownJack,
  family: 'patch-panel',
  layout: { kind: 'legend', usual: 'panel-line' },
  gates: {
    ...punchDownJack.gates,
    identify: {
      steps: [
        'Bundle tied on both sides so that it stays put; cables formed from 1 upward in an even cascade.',
        'The cable’s mark is this port’s number.',
      ],
      reminder: 'Bundle tied, mark is this port.',
    },
    prep: {
      steps: [
        'Mark all together, cut to one line, then strip {strip}.',
        'Look all round for a nick; spline and cord off.',
      ],
      reminder: 'Cut to the line, strip {strip}, no nick.',
    },
    lay: {
      steps: [
        'All ports of a panel take the same scheme.',
        'Lay each pair at its slots by the panel’s legend; untwist under {untwist}; soft set.',
      ],
      reminder: 'By the panel’s legend, untwist under {untwist}.',
    },
    look: {
      steps: [
        'Every conductor home at the bottom of its slot.',
        'Tails cut clean, none bridges two slots.',
        'Twist kept up to the slot.',
        'Order of the bundle intact.',
      ],
      reminder: 'Home, tails, twist, order.',
    },
  },
  usualMistakes: [
    'A conductor not punched home: by far the commonest.',
    'One port off: the next cable in this slot.',
    'The other scheme’s stripe of the legend.',
    'The same slot open on many ports: the blade, or the panel.',
  ],
  consumables: ['a tie every few ports'],
  cautions: { identify: ['codes', 'live', 'height'], seat: ['blades'] },
};
