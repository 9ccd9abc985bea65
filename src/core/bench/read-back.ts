import { CONTACTS, type NumberedContact, type PairConductor } from '../wiring/conductors';
import { classOf, type ConnectorFamily } from '../wiring/connector';
import { conductorAt, endOrderWords, layoutOfEnd, SCHEME_ORDER, SCHEMES, type EndOrder, type Scheme } from '../wiring/schemes'; // prettier-ignore
import { belongsAt, type BenchConductor, type BenchContact } from './seats';

/** A contact that holds what it should not. */
export interface Mismatch {
  contact: BenchContact;
  holds: BenchConductor;
  wants: BenchConductor;
  /** The contact where what is held belongs: the two to exchange first. */
  exchangeWith: BenchContact;
}

/**
 * The first contact, in the order asked, that holds the wrong conductor; null while all read so far are right.
 * `asked` and `wanted` run side by side, `held` may still be shorter.
 */
export function firstMismatch(
  asked: readonly BenchContact[],
  wanted: readonly BenchConductor[],
  held: readonly BenchConductor[],
): Mismatch | null {
  const i = held.findIndex((c, k) => c !== wanted[k]);
  if (i < 0) return null;
  return {
    contact: asked[i]!,
    holds: held[i]!,
    wants: wanted[i]!,
    exchangeWith: asked[wanted.indexOf(held[i]!)]!,
  };
}

/** A whole order that is wrong in a way the trade has a name for (common practice). */
export type OrderPattern = 'straight' | 'upside-down' | 'other-scheme' | 'side-by-side';

/** What a read-back that was not right amounts to. */
export type ReadBackFinding =
  | { kind: OrderPattern }
  /** One conductor was named at two contacts: one of the two was misread. */
  | { kind: 'read-twice'; conductor: BenchConductor; at: [BenchContact, BenchContact] }
  /** Contacts to exchange, one after the other, until all is right. */
  | { kind: 'exchange'; pairs: [BenchContact, BenchContact][] };

const other = (scheme: Scheme): Scheme => SCHEMES.find((s) => s !== scheme)!;

/** The pairs in the order of their colours, side by side: what a hand does that does not know of 3-6. */
function sideBySide(scheme: Scheme): PairConductor[][] {
  const [first, third] = scheme === 'T568A' ? (['G', 'O'] as const) : (['O', 'G'] as const);
  const pair = (c: PairConductor) => [`W${c}` as PairConductor, c];
  const blues = [pair('BL'), pair('BL').reverse()];
  return blues.flatMap((blue) => [
    [...pair(first), ...pair(third), ...blue, ...pair('BR')],
    [...pair(first), ...blue, ...pair(third), ...pair('BR')],
  ]);
}

/** Whole orders by name that a family can be given: what cannot be turned over is never upside down. */
function namedOrders(family: ConnectorFamily, order: EndOrder): [OrderPattern, readonly BenchConductor[]][] {
  const { scheme, carried } = order;
  // Rolled over, a plug that was put in the wrong way round is one that was made straight.
  if (carried)
    return [
      ['straight', SCHEME_ORDER[scheme]],
      ['other-scheme', layoutOfEnd({ scheme: other(scheme), carried })],
    ];
  const orders: [OrderPattern, readonly BenchConductor[]][] = [
    ['other-scheme', CONTACTS.map((c) => conductorAt(other(scheme), c))],
  ];
  if (classOf(family) === 'plug')
    orders.push(
      ['upside-down', [...CONTACTS].reverse().map((c) => conductorAt(scheme, c))],
      ...sideBySide(scheme).map((o): [OrderPattern, readonly BenchConductor[]] => ['side-by-side', o]),
    );
  return orders;
}

/** Pairs side by side show from here on: before, one conductor is more often in its neighbour's place. Our judgement. */
const SHOWS_AFTER = 4;

/** Names that what was read so far, contact by contact, still fits; none while it is right. */
export function patternsSoFar(
  family: ConnectorFamily,
  order: EndOrder,
  asked: readonly BenchContact[],
  held: readonly BenchConductor[],
): OrderPattern[] {
  const at = (laid: readonly BenchConductor[], contact: BenchContact) =>
    contact === 'S' ? 'DRAIN' : laid[CONTACTS.indexOf(contact as NumberedContact)];
  if (held.every((c, i) => c === belongsAt(family, order, asked[i]!))) return [];
  return [
    ...new Set(
      namedOrders(family, order)
        .filter(
          ([name, laid]) =>
            (name !== 'side-by-side' || held.length >= SHOWS_AFTER) &&
            held.every((c, i) => c === at(laid, asked[i]!)),
        )
        .map(([name]) => name),
    ),
  ];
}

/**
 * What a whole order that was read and is not right amounts to: a conductor that was read at two contacts, the name of
 * the whole, or the exchanges that put it right. Null where it is right, or not read to its end.
 */
export function readBackFinding(
  family: ConnectorFamily,
  order: EndOrder,
  asked: readonly BenchContact[],
  held: readonly BenchConductor[],
): ReadBackFinding | null {
  const again = held.findIndex((c, i) => held.indexOf(c) !== i);
  if (again >= 0)
    return { kind: 'read-twice', conductor: held[again]!, at: [asked[held.indexOf(held[again]!)]!, asked[again]!] }; // prettier-ignore
  if (held.length < asked.length) return null;
  const [named] = patternsSoFar(family, order, asked, held);
  if (named) return { kind: named };
  const wanted = asked.map((c) => belongsAt(family, order, c));
  const now = [...held];
  const pairs: [BenchContact, BenchContact][] = [];
  for (let m = firstMismatch(asked, wanted, now); m; m = firstMismatch(asked, wanted, now)) {
    pairs.push([m.contact, m.exchangeWith]);
    const [i, j] = [asked.indexOf(m.contact), asked.indexOf(m.exchangeWith)];
    [now[i], now[j]] = [now[j]!, now[i]!];
  }
  return pairs.length ? { kind: 'exchange', pairs } : null;
}

/** What to do about a finding, in a sentence. `label` writes a conductor for people. */
export function findingWords(
  finding: ReadBackFinding,
  order: EndOrder,
  label: (c: BenchConductor) => string,
): string {
  const { scheme } = order;
  switch (finding.kind) {
    case 'straight':
      return `It is laid straight to ${scheme.slice(-1)}, and this end is ordered ${endOrderWords(order)}: lay it anew, as it is drawn.`;
    case 'upside-down':
      return 'It is upside down, 8 to 1: take it out, turn it over and read it again.';
    case 'other-scheme':
      return `It is laid to ${other(scheme).slice(-1)}, and this end is ordered to ${scheme.slice(-1)}: orange and green change places, all four conductors.`;
    case 'side-by-side':
      return 'The pairs lie side by side: the third pair goes to 3 and 6, with blue between them. As it is, pairs are split, and lamps would not show it.';
    case 'read-twice':
      return `${label(finding.conductor)} was read at ${finding.at[0]} and at ${finding.at[1]}: it can only be at one of them, so look at both again.`;
    case 'exchange':
      return `Exchange ${finding.pairs.map(([a, b]) => `${a} and ${b}`).join(', then ')}, while it still comes out.`;
  }
}

/** How an order that shows so far is asked about, in a few words. */
export const PATTERN_HINTS: Record<OrderPattern, string> = {
  straight: 'It may be laid straight.',
  'upside-down': 'It may be upside down.',
  'other-scheme': 'It may be laid to the other scheme.',
  'side-by-side': 'The pairs may lie side by side.',
};
