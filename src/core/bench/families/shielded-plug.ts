import type { Guide } from '../guide';
import { DRAIN_TURNS } from '../../wiring/dimensions';
import { closedPlug } from './closed-plug';

/** Plug with a metal shell that takes the drain. */
export const shieldedPlug: Guide = {
  ...closedPlug,
  family: 'shielded-plug',
  gates: {
    ...closedPlug.gates,
    prep: {
      steps: [
        'Score and strip {strip}; look all round for a nick.',
        `Fold the foil back, or leave it out where the jacket is too thick. Drain along the jacket, or ${DRAIN_TURNS} turns round it.`,
        'Cut away spline, cord and tape; no foil near the contacts.',
      ],
      reminder: `Strip {strip}, foil back, drain ${DRAIN_TURNS} turns.`,
    },
    seat: {
      steps: ['{ground}', 'Crimp all the way down, and close the wing round the jacket.'],
      reminder: 'Drain where this plug takes it; crimp; wing closed.',
    },
    look: {
      steps: [
        'Copper at the front of every channel, all contacts down.',
        'Jacket under the latch.',
        'Drain centred and held; no foil near the contacts.',
        'Wing closed round the jacket.',
        'It holds a tug.',
      ],
      reminder: 'Copper, jacket under the latch, drain, no loose foil, wing, tug.',
    },
  },
  usualMistakes: [
    'Drain not on the springs: the shield is open.',
    'A shred of foil at the contacts: a short.',
    'Jacket too thick with the foil folded: it misses the latch.',
    'Two neighbours slide past each other on the way in.',
  ],
  cautions: { identify: ['codes', 'live'], prep: ['blades'], seat: ['bonding'] },
};
