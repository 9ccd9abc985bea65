import {
  contactsOfPair,
  colourOf,
  PAIR_COLOURS,
  type ContactPair,
  type PairColour,
} from '../wiring/conductors';
import { conductorAt, type Scheme } from '../wiring/schemes';

/**
 * What it costs to lay one pair across another, by their colours. Our judgement: blue across green is the worst for
 * crosstalk; where quadrants have to be crossed, green over orange and blue over brown is the way of the trade
 * (common practice), so those two are cheaper than the other way round.
 */
export const CROSSING_COST: Record<string, number> = {
  'blue green': 6,
  'blue orange': 3,
  'brown green': 3,
  'green orange': 2,
  'blue brown': 2,
  'brown orange': 1,
};
/** What it costs on top while blue lies beside green after a crossing. Our judgement. */
export const BLUE_BESIDE_GREEN = 2;

/** Where a connector wants its pairs: clockwise round posts, or in a row from the left. */
export interface PairPlaces {
  form: 'ring' | 'row';
  /** Every order that will do; a row takes pair 3-6 on either side of 4-5, which it straddles. */
  orders: readonly (readonly PairColour[])[];
  /** The drawing shows the connector from the cable's side, where the cut is seen as in a mirror. */
  fromCableSide: boolean;
}

/** Two neighbours that change places: `outside` is led round the outside of `inside`. */
export interface Crossing {
  outside: PairColour;
  inside: PairColour;
  /** Places that are exchanged, counted from 0. */
  places: readonly [number, number];
}

/** How to lay the pairs of one end. */
export interface PairLay {
  /** Which end this is by its rotation; `other` where the pairs follow neither. */
  end: 'clockwise' | 'counter-clockwise' | 'other';
  /** Quarter turns of the cable, clockwise as seen in the drawing: free. */
  quarterTurns: 0 | 1 | 2 | 3;
  /** Pairs at the connector's places after the turn and before any crossing. */
  turned: readonly PairColour[];
  crossings: readonly Crossing[];
  /** Pairs at the connector's places in the end. */
  laid: readonly PairColour[];
  cost: number;
}

const pairCost = (a: PairColour, b: PairColour) => CROSSING_COST[[a, b].sort().join(' ')]!;
const OUTERMOST: readonly PairColour[] = ['blue', 'green', 'orange', 'brown'];

/** Neighbouring places of a form. */
export const neighbours = (form: PairPlaces['form']): (readonly [number, number])[] =>
  form === 'ring'
    ? [
        [0, 1],
        [1, 2],
        [2, 3],
        [3, 0],
      ]
    : [
        [0, 1],
        [1, 2],
        [2, 3],
      ];

/** What one crossing costs: the two pairs, and blue beside green in what it leads to. */
export function crossingCost(
  form: PairPlaces['form'],
  before: readonly PairColour[],
  [i, j]: readonly [number, number],
): number {
  const after = exchanged(before, i, j);
  const beside = neighbours(form).some(([a, b]) => pairCost(after[a]!, after[b]!) === 6);
  return pairCost(before[i]!, before[j]!) + (beside ? BLUE_BESIDE_GREEN : 0);
}

/** An order with two places exchanged. */
export function exchanged(order: readonly PairColour[], i: number, j: number): PairColour[] {
  const next = [...order];
  [next[i], next[j]] = [next[j]!, next[i]!];
  return next;
}

/** The cable's pairs as they stand before the connector's places after so many quarter turns. */
export function turnedBy(
  clockwise: readonly PairColour[],
  quarterTurns: number,
  places: PairPlaces,
): PairColour[] {
  const seen = places.fromCableSide ? [...clockwise].reverse() : [...clockwise];
  return seen.map((_, i) => seen[(i - quarterTurns + 4) % 4]!);
}

/** Which end a cut is, by the way its pairs come round: blue, orange, green, brown clockwise at one, mirrored at the other (common practice). */
export function endOfCut(clockwise: readonly PairColour[]): PairLay['end'] {
  const from = clockwise.indexOf('blue');
  const round = clockwise.map((_, i) => clockwise[(from + i) % 4]!);
  if (round.every((c, i) => c === PAIR_COLOURS[i])) return 'clockwise';
  return round.every((c, i) => c === PAIR_COLOURS[(4 - i) % 4]) ? 'counter-clockwise' : 'other';
}

/**
 * The cheapest way to lay a cut's pairs into a connector: every rotation is free, every exchange of neighbours
 * costs. Shortest path over the orders of four pairs. Throws RangeError unless each colour is named once.
 */
export function layPairs(clockwise: readonly PairColour[], places: PairPlaces): PairLay {
  if (clockwise.length !== 4 || PAIR_COLOURS.some((c) => !clockwise.includes(c)))
    throw new RangeError('Name each of the four pair colours once.');
  type Node = { order: PairColour[]; cost: number; turns: 0 | 1 | 2 | 3; crossings: Crossing[] };
  const open: Node[] = ([0, 1, 2, 3] as const).map((turns) => ({
    order: turnedBy(clockwise, turns, places),
    cost: 0,
    turns,
    crossings: [],
  }));
  const done = new Set<string>();
  const wanted = new Set(places.orders.map((o) => o.join(' ')));
  for (;;) {
    open.sort((a, b) => a.cost - b.cost || a.crossings.length - b.crossings.length);
    const node = open.shift()!;
    const key = node.order.join(' ');
    if (wanted.has(key))
      return {
        end: endOfCut(clockwise),
        quarterTurns: node.turns,
        turned: turnedBy(clockwise, node.turns, places),
        crossings: node.crossings,
        laid: node.order,
        cost: node.cost,
      };
    if (done.has(key)) continue;
    done.add(key);
    for (const at of neighbours(places.form)) {
      const [a, b] = [node.order[at[0]]!, node.order[at[1]]!];
      const [outside, inside] = OUTERMOST.indexOf(a) < OUTERMOST.indexOf(b) ? [a, b] : [b, a];
      open.push({
        order: exchanged(node.order, ...at),
        cost: node.cost + crossingCost(places.form, node.order, at),
        turns: node.turns,
        crossings: [...node.crossings, { outside, inside, places: at }],
      });
    }
  }
}

const colourOfPair = (pair: ContactPair, scheme: Scheme): PairColour =>
  colourOf(conductorAt(scheme, contactsOfPair(pair)[0]))!;

/** A row of contacts 1 to 8, as in a plug with contact 1 at the left or at the right. */
export function rowPlaces(scheme: Scheme, oneAtLeft: boolean): PairPlaces {
  const rows: ContactPair[][] = [
    ['12', '36', '45', '78'],
    ['12', '45', '36', '78'],
  ];
  return {
    form: 'row',
    orders: rows.map((r) => (oneAtLeft ? r : [...r].reverse()).map((p) => colourOfPair(p, scheme))),
    fromCableSide: true,
  };
}

/** Places round a legend: each pair at the middle of its two slots, clockwise from the top left. */
export function legendPlaces(
  slots: readonly { contact: string; x: number; y: number }[],
  scheme: Scheme,
  fromCableSide: boolean,
): PairPlaces {
  const middles = (['12', '36', '45', '78'] as const).map((pair) => {
    const two = slots.filter((s) => contactsOfPair(pair).includes(s.contact as never));
    return { pair, x: (two[0]!.x + two[1]!.x) / 2, y: (two[0]!.y + two[1]!.y) / 2 };
  });
  const flat = new Set(slots.map((s) => s.y)).size === 1;
  if (flat) {
    const row = [...middles].sort((a, b) => a.x - b.x).map((m) => colourOfPair(m.pair, scheme));
    return { form: 'row', orders: [row], fromCableSide };
  }
  const cx = middles.reduce((s, m) => s + m.x, 0) / 4;
  const cy = middles.reduce((s, m) => s + m.y, 0) / 4;
  /** Clockwise from the top left corner. */
  const angle = (m: { x: number; y: number }) =>
    (Math.atan2(m.y - cy, m.x - cx) + (3 * Math.PI) / 4 + 1e-9 + 2 * Math.PI) % (2 * Math.PI);
  const ring = [...middles].sort((a, b) => angle(a) - angle(b)).map((m) => colourOfPair(m.pair, scheme));
  return { form: 'ring', orders: [ring], fromCableSide };
}
