import type { ConnectorClass } from '../wiring/connector';
import {
  ANY_CABLE_FAULT,
  ANY_MISTAKE,
  cableMistakes,
  endMistakes,
  seatsMade,
  STARTING_WEIGHTS,
  type Made,
} from './catalogue';
import { cableKey, endKey, endOf, SOUND_CABLE, type CompactCable, type CompactEnd } from './compact';
import { Numbered } from './numbered';

/** How many mistakes are combined at most, over the whole link. */
export const MOST_MISTAKES = 3;
/** How many faults of one cable are combined at most: three have a chance of one in two million. */
const MOST_CABLE_FAULTS = 2;
/** What a mistake in the order still weighs at an end whose order was read back and found right. */
export const READ_BACK_FACTOR = 1 / 20;

/** A way in which a place goes wrong. */
interface Way<S> {
  kind: string;
  share: number;
  permutes: boolean;
  apply(s: S): S;
}

/** How likely the kinds of a list are; of kinds that put conductors elsewhere, where the order was read back, less. */
export type KindChances = Float64Array;

/**
 * All states of a place that up to three mistakes lead to, fewest mistakes first; the first is the right one. How
 * likely each is depends on the kinds' weights alone, and is added up when it is asked for, so that learned weights
 * need no new states.
 */
export interface PlaceStates<S> {
  /** The place as it should be, from which the mistakes lead on. */
  right: S;
  state(i: number): S;
  /** Fewest mistakes that lead to a state. */
  order(i: number): number;
  /** The likeliest mistakes that lead to it, by starting weights. */
  mistakes(i: number): readonly Way<S>[];
  /** Number of states by order: `upTo[k]` have at most k mistakes. */
  upTo: readonly number[];
  /** Chances of the kinds under weights, for `chance`. */
  kinds(weights: Record<string, number>, readBack?: boolean): KindChances;
  /** Chance of a state: over every sequence of mistakes that leads to it. */
  chance(i: number, kinds: KindChances): number;
}

/** Kinds of a sequence in one number, the right end of which is the last one's. */
const KINDS = 16;

/** What going through every sequence leaves. */
interface Gone<S> {
  states: S[];
  orders: number[];
  /** Ways of the likeliest sequence to each state, up to three in one number: there are fewer than 255 of them. */
  used: number[];
  upTo: number[];
  terms: Terms;
}
/** What adds up to the chances of states: each the state, the kinds, and the share of them. */
interface Terms {
  state: number[];
  kinds: number[];
  share: number[];
}
/** One more than any way, so that three of them go into one number. */
const WAYS = 256;

/**
 * Goes through every sequence of up to three different mistakes. The chance of k mistakes is (1-p)p^k, and each is
 * drawn by its weight; sequences that leave the same copper add up in one state, those of the same kinds in one term.
 */
function goThrough<S>(
  right: S,
  ways: readonly Way<S>[],
  kindNames: readonly string[],
  keyOf: (s: S) => number,
  p: number,
  most: number,
  starting: Record<string, number>,
): Gone<S> {
  const kindOf = ways.map((w) => kindNames.indexOf(w.kind) + 1);
  const startTotal = kindNames.reduce((s, k) => s + (starting[k] ?? 0), 0);
  const startChance = ways.map((w) => ((starting[w.kind] ?? 0) * w.share) / startTotal);

  const numbers = new Numbered();
  const states: S[] = [];
  const orders: number[] = [];
  const used: number[] = [];
  const best: number[] = [];
  const termNumbers = new Numbered();
  const terms: Terms = { state: [], kinds: [], share: [] };
  const nextOf: (Int32Array | undefined)[] = [];
  const numberOf = (state: S): number => {
    const key = keyOf(state);
    return numbers.findOrAdd(key | 0, Math.floor(key / 2 ** 32));
  };
  const step = (from: number, way: number, order: number): number => {
    const row = (nextOf[from] ??= new Int32Array(ways.length).fill(-1));
    if (row[way]! >= 0) return row[way]!;
    const state = ways[way]!.apply(states[from]!);
    const i = numberOf(state);
    if (i === states.length) {
      states.push(state);
      orders.push(order);
      used.push(0);
      best.push(-1);
    }
    return (row[way] = i);
  };
  const add = (state: number, kinds: number, share: number, starts: number, order: number, list: number) => {
    const at = termNumbers.findOrAdd(state, kinds);
    if (at === terms.share.length) {
      terms.state.push(state);
      terms.kinds.push(kinds);
      terms.share.push(share);
    } else terms.share[at]! += share;
    if (order === orders[state]! && starts > best[state]! * (1 + 1e-9)) {
      best[state] = starts;
      used[state] = list;
    }
  };
  /** Kinds in one number, whichever came first. */
  const together = (a: number, b: number, c: number) => {
    const least = Math.min(a, b, c);
    const most = Math.max(a, b, c);
    return (least * KINDS + (a + b + c - least - most)) * KINDS + most;
  };
  const chanceOf = (k: number) => (1 - p) * p ** k;
  const n = ways.length;
  numberOf(right);
  states.push(right);
  orders.push(0);
  used.push(0);
  best.push(-1);
  add(0, 0, chanceOf(0), 1, 0, 0);
  const upTo = [1];
  for (let a = 0; a < n; a++)
    add(step(0, a, 1), kindOf[a]!, chanceOf(1) * ways[a]!.share, startChance[a]!, 1, a + 1);
  upTo.push(states.length);
  const pairs: { state: number; a: number; b: number; share: number; starts: number; list: number }[] = [];
  for (let a = 0; a < n; a++)
    for (let b = 0; b < n; b++) {
      if (a === b) continue;
      const state = step(step(0, a, 1), b, 2);
      const share = ways[a]!.share * ways[b]!.share;
      const starts = startChance[a]! * startChance[b]!;
      const list = a + 1 + WAYS * (b + 1);
      pairs.push({ state, a, b, share, starts, list });
      add(state, together(0, kindOf[a]!, kindOf[b]!), chanceOf(2) * share, starts, 2, list);
    }
  upTo.push(states.length);
  if (most > 2)
    for (const { state, a, b, share, starts, list } of pairs)
      for (let c = 0; c < n; c++)
        if (c !== a && c !== b)
          add(
            step(state, c, 3),
            together(kindOf[a]!, kindOf[b]!, kindOf[c]!),
            chanceOf(3) * share * ways[c]!.share,
            starts * startChance[c]!,
            3,
            list + WAYS ** 2 * (c + 1),
          );
  upTo.push(states.length);

  return { states, orders, used, upTo, terms };
}

/** The states of a place. What was only wanted to find them is let go: an index keeps these for good. */
function enumerate<S>(
  right: S,
  ways: readonly Way<S>[],
  keyOf: (s: S) => number,
  p: number,
  most: number,
  starting: Record<string, number>,
): PlaceStates<S> {
  const kindNames = [...new Set(ways.map((w) => w.kind))];
  const permutes = kindNames.map((kind) => ways.find((w) => w.kind === kind)!.permutes);
  return placeStates(goThrough(right, ways, kindNames, keyOf, p, most, starting), ways, kindNames, permutes);
}

function packed({ states, terms }: Pick<Gone<unknown>, 'states' | 'terms'>) {
  const starts = new Int32Array(states.length + 1);
  const count = terms.state.length;
  for (let i = 0; i < count; i++) starts[terms.state[i]! + 1]!++;
  for (let i = 0; i < states.length; i++) starts[i + 1]! += starts[i]!;
  const free = starts.slice();
  const kindsOfTerm = new Uint16Array(count);
  const shareOfTerm = new Float64Array(count);
  for (let i = 0; i < count; i++) {
    const at = free[terms.state[i]!]!++;
    kindsOfTerm[at] = terms.kinds[i]!;
    shareOfTerm[at] = terms.share[i]!;
  }
  return { starts, kindsOfTerm, shareOfTerm };
}

function placeStates<S>(
  gone: Gone<S>,
  ways: readonly Way<S>[],
  kindNames: readonly string[],
  permutes: readonly boolean[],
): PlaceStates<S> {
  const { states, upTo } = gone;
  const { starts, kindsOfTerm, shareOfTerm } = packed(gone);
  const orders = Uint8Array.from(gone.orders);
  const used = Uint32Array.from(gone.used);
  const waysOf = (packedWays: number): Way<S>[] => {
    const out: Way<S>[] = [];
    for (let left = packedWays; left; left = Math.floor(left / WAYS)) out.push(ways[(left % WAYS) - 1]!);
    return out;
  };
  return {
    right: states[0]!,
    state: (i) => states[i]!,
    order: (i) => orders[i]!,
    mistakes: (i) => waysOf(used[i]!),
    upTo,
    kinds(weights, readBack = false) {
      const total = kindNames.reduce((s, k) => s + (weights[k] ?? 0), 0);
      const chances = new Float64Array(KINDS).fill(1);
      kindNames.forEach((k, i) => {
        chances[i + 1] = ((weights[k] ?? 0) / total) * (readBack && permutes[i] ? READ_BACK_FACTOR : 1);
      });
      return chances;
    },
    chance(i, kinds) {
      let sum = 0;
      for (let at = starts[i]!; at < starts[i + 1]!; at++) {
        const k = kindsOfTerm[at]!;
        sum += shareOfTerm[at]! * kinds[k & 15]! * kinds[(k >> 4) & 15]! * kinds[k >> 8]!;
      }
      return sum;
    },
  };
}

const ends = new Map<string, PlaceStates<CompactEnd>>();

/** The states of an end of a class that should be made so. Made once and kept. */
export function endStates(connector: ConnectorClass, made: Made): PlaceStates<CompactEnd> {
  const key = `${connector} ${made.scheme} ${made.ordered}`;
  let states = ends.get(key);
  if (!states)
    ends.set(
      key,
      (states = enumerate<CompactEnd>(
        endOf(seatsMade(made)),
        endMistakes(connector, made),
        endKey,
        ANY_MISTAKE,
        MOST_MISTAKES,
        STARTING_WEIGHTS[connector],
      )),
    );
  return states;
}

let cable: PlaceStates<CompactCable> | undefined;

/** The states of a cable. Made once and kept. */
export const cableStates = (): PlaceStates<CompactCable> =>
  (cable ??= enumerate<CompactCable>(
    SOUND_CABLE,
    cableMistakes().map((m) => ({ ...m, permutes: false })),
    cableKey,
    ANY_CABLE_FAULT,
    MOST_CABLE_FAULTS,
    STARTING_WEIGHTS.cable,
  ));
