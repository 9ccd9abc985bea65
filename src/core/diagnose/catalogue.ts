import type { ConnectorClass } from '../wiring/connector';
import {
  CONDUCTORS,
  CONTACT_PAIRS,
  contactsOfPair,
  type End,
  type PairConductor,
} from '../wiring/conductors';
import { crossed, otherScheme, schemesFor, SCHEME_ORDER, type Order, type Scheme } from '../wiring/schemes';
import { numbersOf, type CompactCable, type CompactEnd } from './compact';
import type { LeadKnown } from './types';
import catalogue from './mistakes.json';

/** Weights of the mistakes, each by kind and relative within its list: by connector class, of the cable, of a lead. */
export type Weights = Record<ConnectorClass | 'cable' | 'lead', Record<string, number>>;

/** The lists of the catalogue. */
export const MISTAKE_LISTS = ['plug', 'jack', 'core', 'cable', 'lead'] as const;

const byKind = (list: { kind: string; weight: number }[]) =>
  Object.fromEntries(list.map((m) => [m.kind, m.weight]));

/** The catalogue's starting weights: our own judgement. */
export const STARTING_WEIGHTS: Weights = {
  plug: byKind(catalogue.families.plug),
  jack: byKind(catalogue.families.jack),
  core: byKind(catalogue.families.core),
  cable: byKind(catalogue.cable),
  lead: byKind(catalogue.lead),
};
/** Chance that an end has any mistake at all: our own judgement. */
export const ANY_MISTAKE = catalogue.anyMistake;
/** Chance that a cable has any fault at all: our own judgement. */
export const ANY_CABLE_FAULT = catalogue.anyCableFault;
/** Chance that a test lead is bad, by what is known of it: our own judgement. */
export const ANY_LEAD_FAULT: Record<LeadKnown, number> = catalogue.anyLeadFault;
/** Chance that a reading was not taken of this link at all: our own judgement. */
export const WRONG_SETTING = catalogue.wrongSetting;

/** How an end should be made: a scheme, and how the order carries it there. */
export interface Made {
  scheme: Scheme;
  /** As ordered at the tail; a head is always `straight`. */
  ordered: Order;
}

/** How an end of a link should be made. The tail of a crossover is made straight to the other scheme. */
export const madeAt = (link: Parameters<typeof schemesFor>[0], end: End): Made => ({
  scheme: schemesFor(link)[end],
  ordered: end === 'head' || link.ordered === 'crossover' ? 'straight' : link.ordered,
});

/** The conductors of an end made so, as numbers. */
export const seatsMade = ({ scheme, ordered }: Made): Uint8Array =>
  numbersOf(crossed(SCHEME_ORDER[scheme], ordered));

/** One way an end goes wrong; `share` of its kind's weight. */
export interface EndMistake {
  kind: string;
  share: number;
  /** Whether it puts conductors on other contacts, so that a read-back would have caught it. */
  permutes: boolean;
  apply(end: CompactEnd): CompactEnd;
}

/** One way a cable goes wrong; `share` of its kind's weight. */
export interface CableMistake {
  kind: string;
  share: number;
  apply(cable: CompactCable): CompactCable;
}

type Apply = EndMistake['apply'];
const index = (c: PairConductor) => CONDUCTORS.indexOf(c);
const exchangeConductors =
  (a: number, b: number): Apply =>
  (end) => {
    const seats = end.seats.slice();
    for (let i = 0; i < seats.length; i++)
      if (seats[i] === a) seats[i] = b;
      else if (seats[i] === b) seats[i] = a;
    return { ...end, seats };
  };
const exchangePairs =
  (p: number, q: number): Apply =>
  (end) =>
    exchangeConductors(2 * p, 2 * q)(exchangeConductors(2 * p + 1, 2 * q + 1)(end));
const exchangeContacts =
  (i: number, j: number): Apply =>
  (end) => {
    const seats = end.seats.slice();
    [seats[i], seats[j]] = [seats[j]!, seats[i]!];
    return { ...end, seats };
  };
/** Seats all eight anew, whatever lay there. */
const seatingAll =
  (seats: Uint8Array): Apply =>
  (end) => ({ ...end, seats });
const maskOf = (contacts: readonly number[]) => contacts.reduce((m, c) => m | (1 << c), 0);
/** Opens contacts that can be seen to be open, so that they no longer look home. */
const opening = (...contacts: number[]): Apply => {
  const mask = maskOf(contacts);
  return (end) => ({ ...end, open: end.open | mask, looksHome: end.looksHome & ~mask });
};
/** Opens contacts that look home; one that is visibly open already stays so. */
const openingUnseen = (...contacts: number[]): Apply => {
  const mask = maskOf(contacts);
  return (end) => ({
    ...end,
    open: end.open | mask,
    looksHome: end.looksHome | (mask & ~(end.open & ~end.looksHome)),
  });
};
const bending = (...contacts: number[]): Apply => {
  const open = openingUnseen(...contacts);
  const mask = maskOf(contacts);
  return (end) => ({ ...open(end), bent: end.bent | mask });
};
const bridging =
  (i: number, j: number): Apply =>
  (end) => ({
    ...end,
    bridges: end.bridges.some(([a, b]) => a === i && b === j)
      ? end.bridges
      : [...end.bridges, [i, j] as [number, number]].sort((a, b) => a[0] - b[0] || a[1] - b[1]),
  });

const PAIR_CHOICES = [
  [0, 1],
  [0, 2],
  [0, 3],
  [1, 2],
  [1, 3],
  [2, 3],
] as const;
const GAPS = [0, 1, 2, 3, 4, 5, 6] as const;
const EIGHT = [0, 1, 2, 3, 4, 5, 6, 7] as const;
const CONTACT_PAIR_INDEXES = CONTACT_PAIRS.map(
  (p) => contactsOfPair(p).map((c) => Number(c) - 1) as [number, number],
);

type Way = Omit<EndMistake, 'kind'>;
type Make = (made: Made) => Way[];
const permuting = (share: number, apply: Apply): Way => ({ share, permutes: true, apply });
const plain = (share: number, apply: Apply): Way => ({ share, permutes: false, apply });
const equally = <T>(choices: readonly T[], make: (choice: T) => Way): Way[] =>
  choices.map((c) => ({ ...make(c), share: 1 / choices.length }));
const permutingEqually = <T>(choices: readonly T[], apply: (choice: T) => Apply) =>
  equally(choices, (c) => permuting(1, apply(c)));
const plainEqually = <T>(choices: readonly T[], apply: (choice: T) => Apply) =>
  equally(choices, (c) => plain(1, apply(c)));

const otherSchemeMistake: Make = ({ scheme, ordered }) => [
  permuting(1, seatingAll(seatsMade({ scheme: otherScheme(scheme), ordered }))),
];
const whiteMixUp: Make = () => permutingEqually(PAIR_CHOICES, ([p, q]) => exchangeConductors(2 * p, 2 * q));
const pairReversed: Make = () => permutingEqually([0, 1, 2, 3], (p) => exchangeConductors(2 * p, 2 * p + 1));
/** Other than orange with green, which is the other scheme. */
const pairsExchanged: Make = () =>
  permutingEqually(
    PAIR_CHOICES.filter(([p, q]) => !(p === 1 && q === 2)),
    ([p, q]) => exchangePairs(p, q),
  );
const anyExchanged: Make = () =>
  permutingEqually(
    EIGHT.flatMap((a) => EIGHT.filter((b) => a < b).map((b) => [a, b] as const)),
    ([a, b]) => exchangeConductors(a, b),
  );
const neighboursBridged: Make = () => plainEqually(GAPS, (n) => bridging(n, n + 1));

/** The eight laid pair by pair from contact 1, whichever contact they belong to. */
function sideBySide({ scheme }: Made, solidFirstInBlue: boolean): Uint8Array {
  const [first, second] = scheme === 'T568B' ? [1, 2] : [2, 1];
  const blue = solidFirstInBlue ? [1, 0] : [0, 1];
  return Uint8Array.from([2 * first, 2 * first + 1, 2 * second, 2 * second + 1, ...blue, 6, 7]);
}

const WAYS: Record<ConnectorClass, Record<string, Make>> = {
  plug: {
    'other-scheme': otherSchemeMistake,
    'neighbour-swap': () => permutingEqually(GAPS, (n) => exchangeContacts(n, n + 1)),
    'white-mix-up': whiteMixUp,
    'solid-mix-up': () => [
      permuting(2 / 3, exchangeConductors(index('O'), index('BR'))),
      permuting(1 / 3, exchangeConductors(index('BL'), index('G'))),
    ],
    'any-exchanged': anyExchanged,
    'side-by-side': (made) => [
      permuting(3 / 5, seatingAll(sideBySide(made, false))),
      permuting(2 / 5, seatingAll(sideBySide(made, true))),
    ],
    'centre-exchanged': ({ scheme }) => [permuting(1, exchangePairs(scheme === 'T568B' ? 2 : 1, 0))],
    'upside-down': (made) => [permuting(1, seatingAll(seatsMade(made).reverse()))],
    'short-conductor': () => EIGHT.map((n) => plain((n === 0 || n === 7 ? 4 : 2) / 20, opening(n))),
    'half-pierced': () => plainEqually(EIGHT, (n) => openingUnseen(n)),
    'two-short': () => plainEqually(GAPS, (n) => opening(n, n + 1)),
    'not-crimped': () => [plain(1, opening(...EIGHT))],
    'contacts-bridged': neighboursBridged,
  },
  jack: {
    'other-scheme': otherSchemeMistake,
    'pair-reversed': pairReversed,
    'white-mix-up': whiteMixUp,
    'pairs-exchanged': pairsExchanged,
    'any-exchanged': anyExchanged,
    'missed-punch': () => plainEqually(EIGHT, (n) => opening(n)),
    'half-punched': () => plainEqually(EIGHT, (n) => openingUnseen(n)),
    'two-missed': () => plainEqually(CONTACT_PAIR_INDEXES, ([a, b]) => opening(a, b)),
    'contacts-bridged': () => plainEqually(CONTACT_PAIR_INDEXES, ([a, b]) => bridging(a, b)),
    'neighbours-joined': neighboursBridged,
    'bent-contact': () => plainEqually([[0], [7], [0, 7]], (bent) => bending(...bent)),
  },
  core: {
    'other-scheme': otherSchemeMistake,
    'pair-reversed': pairReversed,
    'pairs-exchanged': pairsExchanged,
    'white-mix-up': whiteMixUp,
    'any-exchanged': anyExchanged,
    'not-pierced': () => plainEqually(EIGHT, (n) => openingUnseen(n)),
    'two-not-pierced': () => plainEqually(CONTACT_PAIR_INDEXES, ([a, b]) => openingUnseen(a, b)),
    'not-closed': () => [plain(1, opening(...EIGHT))],
    'contacts-bridged': neighboursBridged,
  },
};

/** Every single mistake of a connector class, for an end that should be made so. */
export function endMistakes(connector: ConnectorClass, made: Made): EndMistake[] {
  return Object.entries(WAYS[connector]).flatMap(([kind, make]) => make(made).map((m) => ({ kind, ...m })));
}

const breaking =
  (zone: 'head' | 'span' | 'tail', mask: number) =>
  (c: CompactCable): CompactCable => ({ ...c, [zone]: c[zone] | mask });
const joining =
  (a: number, b: number) =>
  (c: CompactCable): CompactCable => ({
    ...c,
    bridges: c.bridges.some(([x, y]) => x === a && y === b)
      ? c.bridges
      : [...c.bridges, [a, b] as [number, number]].sort((x, y) => x[0] - y[0] || x[1] - y[1]),
  });

/** Every single fault of a cable. */
export function cableMistakes(): CableMistake[] {
  const out: CableMistake[] = [];
  for (const zone of ['head', 'tail'] as const)
    for (const c of EIGHT) out.push({ kind: 'nicked', share: 1 / 16, apply: breaking(zone, 1 << c) });
  for (const c of EIGHT) out.push({ kind: 'broken', share: 1 / 8, apply: breaking('span', 1 << c) });
  for (const p of [0, 1, 2, 3]) out.push({ kind: 'pierced', share: 1 / 4, apply: joining(2 * p, 2 * p + 1) });
  for (const a of EIGHT)
    for (const b of EIGHT)
      if (a < b && a >> 1 !== b >> 1)
        out.push({ kind: 'pierced-across', share: 1 / 24, apply: joining(a, b) });
  out.push({ kind: 'cut', share: 1, apply: breaking('span', 0xff) });
  return out;
}
