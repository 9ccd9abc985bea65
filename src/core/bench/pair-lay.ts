import {
  CONTACT_PAIRS,
  contactsOfPair,
  colourOf,
  PAIR_COLOURS,
  type ContactPair,
  type PairColour,
} from '../wiring/conductors';
import { conductorAt, type Scheme } from '../wiring/schemes';

/**
 * What it costs to lay one pair across another, by the contacts they go to. Our judgement: 4-5 across 3-6, the two that
 * lie inside one another in the connector, is the worst for crosstalk; where quadrants have to be crossed, 3-6 over 1-2
 * and 4-5 over 7-8 is the way of the trade (common practice: under T568B green over orange and blue over brown), so those
 * two are cheaper than the other way round.
 */
export const CROSSING_COST: Record<string, number> = {
  '36 45': 6,
  '12 45': 3,
  '36 78': 3,
  '12 36': 2,
  '45 78': 2,
  '12 78': 1,
};
/** What it costs on top while 4-5 lies beside 3-6 after a crossing. Our judgement. */
export const INNER_BESIDE = 2;

/** Where a connector wants its pairs: clockwise round posts, or in a row from the left. */
export interface PairPlaces {
  form: 'ring' | 'row';
  /** Every order that will do; a row takes pair 3-6 on either side of 4-5, which it straddles. */
  orders: readonly (readonly PairColour[])[];
  /** The drawing shows the connector from the cable's side, where the cut is seen as in a mirror. */
  fromCableSide: boolean;
  /** The contacts each pair goes to. */
  contacts: Record<PairColour, ContactPair>;
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
  /** Pairs at the connector's places once the cable is turned, or pressed flat, and before any crossing. */
  turned: readonly PairColour[];
  crossings: readonly Crossing[];
  /** Pairs at the connector's places in the end. */
  laid: readonly PairColour[];
  cost: number;
}

const pairCost = (places: PairPlaces, a: PairColour, b: PairColour) =>
  CROSSING_COST[[places.contacts[a], places.contacts[b]].sort().join(' ')]!;
const OUTERMOST: readonly ContactPair[] = ['45', '36', '12', '78'];

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

/** What one crossing costs: the two pairs, and the two inner ones beside one another in what it leads to. */
export function crossingCost(
  places: PairPlaces,
  before: readonly PairColour[],
  [i, j]: readonly [number, number],
): number {
  const after = exchanged(before, i, j);
  const worst = CROSSING_COST['36 45']!;
  const beside = neighbours(places.form).some(([a, b]) => pairCost(places, after[a]!, after[b]!) === worst);
  return pairCost(places, before[i]!, before[j]!) + (beside ? INNER_BESIDE : 0);
}

/** An order with two places exchanged. */
export function exchanged(order: readonly PairColour[], i: number, j: number): PairColour[] {
  const next = [...order];
  [next[i], next[j]] = [next[j]!, next[i]!];
  return next;
}

/**
 * The orders that a cut's pairs come in for nothing. Round posts: the cable turned by quarters. In a row: pressed flat, so
 * that two that lie beside one another come left and the other two right; which of two that lie upon one another comes
 * first is free.
 */
export function freeOrders(clockwise: readonly PairColour[], places: PairPlaces): PairColour[][] {
  const seen = places.fromCableSide ? [...clockwise].reverse() : [...clockwise];
  const turned = [0, 1, 2, 3].map((t) => seen.map((_, i) => seen[(i + t) % 4]!));
  if (places.form === 'ring') return turned;
  return turned.flatMap(([a, b, c, d]) => [
    [a!, b!, c!, d!],
    [a!, b!, d!, c!],
    [b!, a!, c!, d!],
    [b!, a!, d!, c!],
  ]);
}

/** Which end a cut is, by the way its pairs come round: blue, orange, green, brown clockwise at one, mirrored at the other (common practice). */
export function endOfCut(clockwise: readonly PairColour[]): PairLay['end'] {
  const from = clockwise.indexOf('blue');
  const round = clockwise.map((_, i) => clockwise[(from + i) % 4]!);
  if (round.every((c, i) => c === PAIR_COLOURS[i])) return 'clockwise';
  return round.every((c, i) => c === PAIR_COLOURS[(4 - i) % 4]) ? 'counter-clockwise' : 'other';
}

/**
 * The cheapest way to lay a cut's pairs into a connector: what `freeOrders` gives is free, every exchange of neighbours
 * costs. Shortest path over the orders of four pairs. Throws RangeError unless each colour is named once.
 */
export function layPairs(clockwise: readonly PairColour[], places: PairPlaces): PairLay {
  if (clockwise.length !== 4 || PAIR_COLOURS.some((c) => !clockwise.includes(c)))
    throw new RangeError('Name each of the four pair colours once.');
  type Node = { order: PairColour[]; cost: number; turned: PairColour[]; crossings: Crossing[] };
  const open: Node[] = freeOrders(clockwise, places).map((order) => ({
    order,
    cost: 0,
    turned: order,
    crossings: [],
  }));
  const done = new Set<string>();
  const wanted = new Set(places.orders.map((o) => o.join(' ')));
  const outward = (c: PairColour) => OUTERMOST.indexOf(places.contacts[c]);
  for (;;) {
    open.sort((a, b) => a.cost - b.cost || a.crossings.length - b.crossings.length);
    const { order, cost, turned, crossings } = open.shift()!;
    const key = order.join(' ');
    if (wanted.has(key)) return { end: endOfCut(clockwise), turned, crossings, laid: order, cost };
    if (done.has(key)) continue;
    done.add(key);
    for (const at of neighbours(places.form)) {
      const [a, b] = [order[at[0]]!, order[at[1]]!];
      const [outside, inside] = outward(a) < outward(b) ? [a, b] : [b, a];
      open.push({
        order: exchanged(order, ...at),
        cost: cost + crossingCost(places, order, at),
        turned,
        crossings: [...crossings, { outside, inside, places: at }],
      });
    }
  }
}

const colourOfPair = (pair: ContactPair, scheme: Scheme): PairColour =>
  colourOf(conductorAt(scheme, contactsOfPair(pair)[0]))!;

const contactsByColour = (scheme: Scheme) =>
  Object.fromEntries(CONTACT_PAIRS.map((p) => [colourOfPair(p, scheme), p])) as PairPlaces['contacts'];

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
    contacts: contactsByColour(scheme),
  };
}

/** Corners of a drawing clockwise from the top left, as directions from its middle. */
const CORNERS = [
  [-1, -1],
  [1, -1],
  [1, 1],
  [-1, 1],
] as const;

/** Places round a legend: each pair at the corner that the middle of its two slots is nearest to, clockwise from the top left. */
export function legendPlaces(
  slots: readonly { contact: string; x: number; y: number }[],
  scheme: Scheme,
  fromCableSide: boolean,
): PairPlaces {
  const contacts = contactsByColour(scheme);
  const middles = CONTACT_PAIRS.map((pair) => {
    const two = slots.filter((s) => contactsOfPair(pair).includes(s.contact as never));
    return { colour: colourOfPair(pair, scheme), x: (two[0]!.x + two[1]!.x) / 2, y: (two[0]!.y + two[1]!.y) / 2 }; // prettier-ignore
  });
  const flat = new Set(slots.map((s) => s.y)).size === 1;
  if (flat) {
    const row = [...middles].sort((a, b) => a.x - b.x).map((m) => m.colour);
    return { form: 'row', orders: [row], fromCableSide, contacts };
  }
  const cx = middles.reduce((s, m) => s + m.x, 0) / 4;
  const cy = middles.reduce((s, m) => s + m.y, 0) / 4;
  const round = [...middles].sort((a, b) => Math.atan2(a.y - cy, a.x - cx) - Math.atan2(b.y - cy, b.x - cx));
  const turned = [0, 1, 2, 3].map((t) => round.map((_, i) => round[(i + t) % 4]!));
  /** How well a turn of the ring puts each pair into its own corner. */
  const suits = (ring: typeof round) =>
    ring.reduce((sum, m, i) => sum + CORNERS[i]![0] * Math.sign(m.x - cx) + CORNERS[i]![1] * Math.sign(m.y - cy), 0); // prettier-ignore
  const ring = turned.reduce((best, t) => (suits(t) > suits(best) ? t : best));
  return { form: 'ring', orders: [ring.map((m) => m.colour)], fromCableSide, contacts };
}
