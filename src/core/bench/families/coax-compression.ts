import type { Guide } from '../guide';
import { COAX_CENTRE, STRIP_COAX } from '../../wiring/dimensions';

/** Coax connector whose sleeve is compressed. Two contacts: centre and braid. */
export const coaxCompression: Guide = {
  family: 'coax-compression',
  layout: { kind: 'coax' },
  seated: 'Compressed',
  pairsSeenFrom: 'cable',
  gates: {
    identify: {
      steps: [
        'Right cable, right end.',
        'The connector made for this cable, and the tool set to its length.',
      ],
      reminder: 'Right cable, matching connector, tool set.',
    },
    prep: {
      steps: [
        'Stripper at its shallowest first; two or three turns, until there is no more crackle of braid.',
        'Two cuts: jacket and braid off for {strip}; then dielectric off for {centre}, the rest of it stays white. Compare with the connector.',
      ],
      reminder: 'Shallow first, two cuts: {strip}, then {centre} bare.',
    },
    lay: {
      steps: [
        'Peel the braid back over the jacket: not one strand may touch the centre.',
        'Push on until the dielectric is flush inside; a stiff one is pushed home with a driver that is thrown away after.',
      ],
      reminder: 'Braid back, dielectric flush.',
    },
    'read-back': {
      steps: ['Before you compress: is the centre in the middle, and the braid outside it all round?'],
      reminder: 'Centre clear of the braid.',
    },
    seat: {
      steps: ['Compress until the sleeve has travelled all the way: compressed is shorter.'],
      reminder: 'Sleeve all the way.',
    },
    look: {
      steps: [
        'Centre conductor level with the front, or a little proud.',
        'No strand of braid near it.',
        'Sleeve compressed as on a good one.',
        'It holds a tug.',
      ],
      reminder: 'Centre, no braid, sleeve, tug.',
    },
  },
  lengths: { strip: STRIP_COAX, centre: COAX_CENTRE },
  usualMistakes: [
    'A strand of braid at the centre: a short.',
    'Dielectric not flush: the centre stands back and is open.',
    'Sleeve not travelled all the way.',
  ],
  consumables: ['1 connector'],
  cautions: { identify: ['codes', 'live'], prep: ['blades'] },
};
