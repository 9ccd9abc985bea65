import type { ConnectorClass } from '../wiring/connector';
import { CONDUCTORS, CONTACT_PAIRS, contactsOfPair, type PairConductor } from '../wiring/conductors';
import { SCHEME_ORDER, type Scheme } from '../wiring/schemes';
import type { CompactCable, CompactEnd } from './compact';
import catalogue from './mistakes.json';

/** Weights of the mistakes: by connector class, and of the cable, each by kind. Relative within their list. */
export interface Weights {
  plug: Record<string, number>;
  jack: Record<string, number>;
  cable: Record<string, number>;
}

const byKind = (list: { kind: string; weight: number }[]) =>
  Object.fromEntries(list.map((m) => [m.kind, m.weight]));

/** The catalogue's starting weights: our own judgement. */
export const STARTING_WEIGHTS: Weights = {
  plug: byKind(catalogue.families.plug),
  jack: byKind(catalogue.families.jack),
  cable: byKind(catalogue.cable),
};
/** Chance that an end has any mistake at all: our own judgement. */
export const ANY_MISTAKE = catalogue.anyMistake;
/** Chance that a cable has any fault at all: our own judgement. */
export const ANY_CABLE_FAULT = catalogue.anyCableFault;

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

const index = (c: PairConductor) => CONDUCTORS.indexOf(c);
const exchangeConductors =
  (a: number, b: number) =>
  (end: CompactEnd): CompactEnd => ({
    ...end,
    seats: end.seats.map((c) => (c === a ? b : c === b ? a : c)),
  });
const exchangePairs =
  (p: number, q: number) =>
  (end: CompactEnd): CompactEnd =>
    exchangeConductors(2 * p, 2 * q)(exchangeConductors(2 * p + 1, 2 * q + 1)(end));
const exchangeContacts =
  (i: number, j: number) =>
  (end: CompactEnd): CompactEnd => {
    const seats = end.seats.slice();
    [seats[i], seats[j]] = [seats[j]!, seats[i]!];
    return { ...end, seats };
  };
const opening =
  (...contacts: number[]) =>
  (end: CompactEnd): CompactEnd => ({
    ...end,
    open: contacts.reduce((m, c) => m | (1 << c), end.open),
  });
const bridging =
  (i: number, j: number) =>
  (end: CompactEnd): CompactEnd => ({
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

type Make = (scheme: Scheme) => Omit<EndMistake, 'kind'>[];
const permuting = (share: number, apply: EndMistake['apply']): Omit<EndMistake, 'kind'> => ({
  share,
  permutes: true,
  apply,
});
const plain = (share: number, apply: EndMistake['apply']): Omit<EndMistake, 'kind'> => ({
  share,
  permutes: false,
  apply,
});

/** All eight to the other scheme: orange and green change places. */
const otherScheme: Make = () => [permuting(1, exchangePairs(1, 2))];
const whiteMixUp: Make = () =>
  PAIR_CHOICES.map(([p, q]) => permuting(1 / 6, exchangeConductors(2 * p, 2 * q)));

/** Where the contacts of a right end get their conductors from when the pairs are laid side by side. */
function sideBySide(scheme: Scheme, solidFirstInBlue: boolean): EndMistake['apply'] {
  const [first, second] = scheme === 'T568B' ? [1, 2] : [2, 1];
  const blue = solidFirstInBlue ? [1, 0] : [0, 1];
  const laid = [2 * first, 2 * first + 1, 2 * second, 2 * second + 1, ...blue, 6, 7];
  const from = laid.map((c) => SCHEME_ORDER[scheme].indexOf(CONDUCTORS[c]!));
  return (end) => ({ ...end, seats: end.seats.map((_, i) => end.seats[from[i]!]!) });
}

const PLUG: Record<string, Make> = {
  'other-scheme': otherScheme,
  'neighbour-swap': () => GAPS.map((n) => permuting(1 / 7, exchangeContacts(n, n + 1))),
  'white-mix-up': whiteMixUp,
  'solid-mix-up': () => [
    permuting(2 / 3, exchangeConductors(index('O'), index('BR'))),
    permuting(1 / 3, exchangeConductors(index('BL'), index('G'))),
  ],
  'side-by-side': (s) => [permuting(3 / 5, sideBySide(s, false)), permuting(2 / 5, sideBySide(s, true))],
  'centre-exchanged': (s) => [permuting(1, exchangePairs(s === 'T568B' ? 2 : 1, 0))],
  'upside-down': () => [
    permuting(1, (end) => ({ ...end, seats: end.seats.map((_, i) => end.seats[7 - i]!) })),
  ],
  'short-conductor': () => EIGHT.map((n) => plain((n === 0 || n === 7 ? 4 : 2) / 20, opening(n))),
  'two-short': () => GAPS.map((n) => plain(1 / 7, opening(n, n + 1))),
  'not-crimped': () => [plain(1, opening(...EIGHT))],
  'contacts-bridged': () => GAPS.map((n) => plain(1 / 7, bridging(n, n + 1))),
};

const JACK: Record<string, Make> = {
  'other-scheme': otherScheme,
  'pair-reversed': () => [0, 1, 2, 3].map((p) => permuting(1 / 4, exchangeConductors(2 * p, 2 * p + 1))),
  'white-mix-up': whiteMixUp,
  'pairs-exchanged': () =>
    PAIR_CHOICES.filter(([p, q]) => !(p === 1 && q === 2)).map(([p, q]) =>
      permuting(1 / 5, exchangePairs(p, q)),
    ),
  'missed-punch': () => EIGHT.map((n) => plain(1 / 8, opening(n))),
  'two-missed': () => CONTACT_PAIR_INDEXES.map(([a, b]) => plain(1 / 4, opening(a, b))),
  'contacts-bridged': () => CONTACT_PAIR_INDEXES.map(([a, b]) => plain(1 / 4, bridging(a, b))),
};

/** Every single mistake of a connector class, for an end that should have `scheme`. */
export function endMistakes(connector: ConnectorClass, scheme: Scheme): EndMistake[] {
  const kinds = connector === 'plug' ? PLUG : JACK;
  return Object.entries(kinds).flatMap(([kind, make]) => make(scheme).map((m) => ({ kind, ...m })));
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
