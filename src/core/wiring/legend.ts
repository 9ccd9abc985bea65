import { CONDUCTORS, CONTACTS, conductorLabel, type NumberedContact, type PairConductor } from './conductors';
import { contactFor, type Scheme } from './schemes';

/** A place on a drawing grid: `x` from the left, `y` from the top, and the contact that lies there. */
export interface PlacedContact<C extends string = NumberedContact> {
  contact: C;
  x: number;
  y: number;
}

/** Where the slots of a legend lie, on a grid; slots are read in this order. */
export const LEGEND_SHAPES = {
  'two-row': {
    name: 'two rows of four',
    places: [[0, 0], [0, 1], [0, 2], [0, 3], [3, 0], [3, 1], [3, 2], [3, 3]], // prettier-ignore
  },
  corners: {
    name: 'pairs in the corners',
    places: [[0, 0], [1, 0], [2, 0], [3, 0], [0, 3], [1, 3], [2, 3], [3, 3]], // prettier-ignore
  },
  quadrant: {
    name: 'quadrants round posts',
    places: [[0, 1], [1, 0], [2, 0], [3, 1], [3, 2], [2, 3], [1, 3], [0, 2]], // prettier-ignore
  },
  'slots-and-laid': {
    name: 'four in slots, four laid',
    places: [[0, 0], [1, 0], [2, 0], [3, 0], [0, 3], [1, 3], [2, 3], [3, 3]], // prettier-ignore
  },
  line: {
    name: 'one line of eight',
    places: [[0, 0], [1, 0], [2, 0], [3, 0], [4, 0], [5, 0], [6, 0], [7, 0]], // prettier-ignore
  },
} as const satisfies Record<string, { name: string; places: (readonly [number, number])[] }>;
/** A shape of legend. */
export type LegendShape = keyof typeof LEGEND_SHAPES;

/** A jack's printed legend: which contact each slot leads to, in the order of its shape. */
export interface Legend {
  id: string;
  name: string;
  shape: LegendShape;
  contacts: readonly NumberedContact[];
}

/** Generic legends that ship with the program; all made up. */
export const LEGENDS: readonly Legend[] = [
  { id: 'side-by-side', name: 'Pairs side by side, white first', shape: 'two-row', contacts: ['5', '4', '7', '8', '1', '2', '3', '6'] }, // prettier-ignore
  { id: 'solids-outside', name: 'Two rows, solids outside', shape: 'two-row', contacts: ['4', '5', '7', '8', '2', '1', '3', '6'] }, // prettier-ignore
  { id: 'corners', name: 'Pairs in the corners', shape: 'corners', contacts: ['5', '4', '1', '2', '8', '7', '3', '6'] }, // prettier-ignore
  { id: 'lifted-pairs', name: 'Lifted pairs above, whites outermost', shape: 'corners', contacts: ['7', '8', '2', '1', '5', '4', '6', '3'] }, // prettier-ignore
  { id: 'quadrant-posts', name: 'Quadrants round posts', shape: 'quadrant', contacts: ['5', '4', '1', '2', '3', '6', '8', '7'] }, // prettier-ignore
  { id: 'slots-and-laid', name: 'Two pairs in slots, two laid', shape: 'slots-and-laid', contacts: ['1', '2', '7', '8', '3', '6', '4', '5'] }, // prettier-ignore
  { id: 'panel-line', name: 'One line, pair by pair', shape: 'line', contacts: ['5', '4', '1', '2', '3', '6', '7', '8'] }, // prettier-ignore
];

/** The slots of a legend with their places. */
export const placesOf = (legend: Legend): PlacedContact[] =>
  LEGEND_SHAPES[legend.shape].places.map(([x, y], i) => ({ contact: legend.contacts[i]!, x, y }));

/** A legend that was read off a jack, or the sentence that says why it cannot be one. */
export type ReadLegend =
  { ok: true; contacts: NumberedContact[] } | { ok: false; message: string; slots: number[] };

const list = (conductors: readonly PairConductor[]) => conductors.map(conductorLabel).join(', ');

/**
 * Turns the conductors printed at the slots for one scheme into contacts. Every conductor has to stand there once;
 * `slots` of a refusal are those to look at again.
 */
export function legendFromPrint(printed: readonly (PairConductor | null)[], scheme: Scheme): ReadLegend {
  const missing = CONDUCTORS.filter((c) => !printed.includes(c));
  const twice = CONDUCTORS.filter((c) => printed.indexOf(c) !== printed.lastIndexOf(c));
  const slots = printed.flatMap((c, i) => (c === null || twice.includes(c) ? [i] : []));
  if (printed.length !== CONTACTS.length || missing.length || twice.length)
    return {
      ok: false,
      slots,
      message: [
        twice.length ? `${list(twice)} stands there more than once.` : '',
        missing.length ? `${list(missing)} ${missing.length === 1 ? 'is' : 'are'} missing.` : '',
        'Tap the slot and choose again.',
      ]
        .filter(Boolean)
        .join(' '),
    };
  return { ok: true, contacts: printed.map((c) => contactFor(scheme, c!) as NumberedContact) };
}
