import type { ConnectorClass } from '../wiring/connector';
import type { Scheme } from '../wiring/schemes';
import {
  ANY_CABLE_FAULT,
  ANY_MISTAKE,
  cableMistakes,
  endMistakes,
  STARTING_WEIGHTS,
  type Weights,
} from './catalogue';
import { cableKey, endKey, rightEnd, SOUND_CABLE, type CompactCable, type CompactEnd } from './compact';

/** How many mistakes are combined at most, over the whole link. */
export const MOST_MISTAKES = 3;
/** How many faults of one cable are combined at most: three have a chance of one in two million. */
const MOST_CABLE_FAULTS = 2;
/** What a mistake in the order still weighs at an end whose order was read back and found right. */
export const READ_BACK_FACTOR = 1 / 20;

/** One state a place can be in, with the likeliest mistakes that lead to it. */
export interface PlaceState<S> {
  state: S;
  /** The place as it should be, from which the mistakes lead here. */
  right: S;
  /** Fewest mistakes that lead to it. */
  order: number;
  /** Kinds of the likeliest mistakes that lead to it, with the contacts or conductors left as they are. */
  mistakes: readonly { kind: string; apply(s: S): S }[];
}

/** All states of a place that up to three mistakes lead to, fewest mistakes first; the first is the right one. */
export interface PlaceStates<S> {
  states: PlaceState<S>[];
  /** Number of states by order: `upTo[k]` have at most k mistakes. */
  upTo: number[];
}

/** Probabilities of a place's states: as they come, and where the order was read back and found right. */
export interface PlaceWeights {
  plain: Float64Array;
  readBack: Float64Array;
}

interface Way<S> {
  kind: string;
  share: number;
  permutes: boolean;
  apply(s: S): S;
}

/**
 * Goes through every sequence of up to three different mistakes. The chance of k mistakes is (1-p)p^k, and each
 * is drawn by its weight; sequences that leave the same copper add up in one state.
 */
function enumerate<S>(
  right: S,
  ways: readonly Way<S>[],
  keyOf: (s: S) => string,
  p: number,
  most: number,
  weightOf: (w: Way<S>) => number,
): PlaceStates<S> & { weights: PlaceWeights } {
  const found = new Map<string, number>();
  const states: { state: S; order: number; used: readonly number[]; best: number }[] = [];
  const plain: number[] = [];
  const readBack: number[] = [];
  const add = (state: S, used: readonly number[], probability: number, ifReadBack: number) => {
    const key = keyOf(state);
    const at = found.get(key);
    if (at === undefined) {
      found.set(key, states.length);
      states.push({ state, order: used.length, used, best: probability });
      plain.push(probability);
      readBack.push(ifReadBack);
      return;
    }
    plain[at]! += probability;
    readBack[at]! += ifReadBack;
    const s = states[at]!;
    if (used.length === s.order && probability > s.best * (1 + 1e-9))
      Object.assign(s, { used, best: probability });
  };
  const weights = ways.map(weightOf);
  const total = weights.reduce((a, b) => a + b, 0);
  const chance = weights.map((w) => w / total);
  const upTo: number[] = [];
  const visit = (state: S, used: readonly number[], q: number, r: number, left: number) => {
    if (left === 0) return add(state, used, q, r);
    for (let i = 0; i < ways.length; i++) {
      if (used.includes(i)) continue;
      const way = ways[i]!;
      const step = p * chance[i]!;
      visit(
        way.apply(state),
        [...used, i],
        q * step,
        r * step * (way.permutes ? READ_BACK_FACTOR : 1),
        left - 1,
      );
    }
  };
  for (let k = 0; k <= most; k++) {
    visit(right, [], 1 - p, 1 - p, k);
    upTo.push(states.length);
  }
  return {
    states: states.map(({ state, order, used }) => ({
      state,
      right,
      order,
      mistakes: used.map((i) => ways[i]!),
    })),
    upTo: [...upTo, ...Array<number>(MOST_MISTAKES - most).fill(states.length)],
    weights: { plain: Float64Array.from(plain), readBack: Float64Array.from(readBack) },
  };
}

/** States of a place with their probabilities. */
export type WeighedStates<S> = PlaceStates<S> & { weights: PlaceWeights };

const atStart = new Map<string, WeighedStates<CompactEnd>>();

/** The states of an end of a class that should have `scheme`, and their probabilities under `weights`. */
export function endStates(
  connector: ConnectorClass,
  scheme: Scheme,
  weights: Weights = STARTING_WEIGHTS,
): WeighedStates<CompactEnd> {
  const key = `${connector} ${scheme}`;
  const kept = weights === STARTING_WEIGHTS ? atStart.get(key) : undefined;
  if (kept) return kept;
  const states = enumerate<CompactEnd>(
    rightEnd(scheme),
    endMistakes(connector, scheme),
    endKey,
    ANY_MISTAKE,
    MOST_MISTAKES,
    (w) => (weights[connector][w.kind] ?? 0) * w.share,
  );
  if (weights === STARTING_WEIGHTS) atStart.set(key, states);
  return states;
}

let cableAtStart: WeighedStates<CompactCable> | undefined;

/** The states of a cable, and their probabilities under `weights`. */
export function cableStates(weights: Weights = STARTING_WEIGHTS): WeighedStates<CompactCable> {
  if (weights === STARTING_WEIGHTS && cableAtStart) return cableAtStart;
  const states = enumerate<CompactCable>(
    SOUND_CABLE,
    cableMistakes().map((m) => ({ ...m, permutes: false })),
    cableKey,
    ANY_CABLE_FAULT,
    MOST_CABLE_FAULTS,
    (w) => (weights.cable[w.kind] ?? 0) * w.share,
  );
  if (weights === STARTING_WEIGHTS) cableAtStart = states;
  return states;
}
