import { STARTING_WEIGHTS, type Weights } from './catalogue';
import { diagnose, type IndexSource } from './diagnose';
import { cableStates, endStates, type PlaceWeights } from './place-states';
import type { PlanLimits } from './plan';
import { buildIndex, indexSteps, type IndexKey, type ReadingIndex } from './reading-index';
import { schemesFor } from '../wiring/schemes';
import type { DiagnoseInput, Diagnosis } from './types';

/** How many indexes are kept at once: two classes and two schemes at either end. */
const KEPT_INDEXES = 16;

/** A diagnosis engine: builds what it needs once and keeps it. */
export interface Engine {
  diagnose(input: DiagnoseInput, limits?: PlanLimits): Diagnosis;
  /** Goes on with other weights; indexes stay. */
  weigh(weights: Weights): void;
  /** Builds the index for such a link ahead of its first reading. */
  prepare(link: DiagnoseInput['link']): void;
  /** The same in steps between which other work can be done. */
  prepareInSteps(link: DiagnoseInput['link']): Generator<void, void>;
}

/** Makes an engine whose mistakes have these weights. `now` is a clock in milliseconds. */
export function createEngine(
  startWith: Weights = STARTING_WEIGHTS,
  now: () => number = () => Date.now(),
): Engine {
  let weights = startWith;
  const indexes = new Map<string, ReadingIndex>();
  const ends = new Map<string, PlaceWeights>();
  let cable: PlaceWeights | undefined;

  const weightsOf = (end: IndexKey['head']): PlaceWeights => {
    const key = `${end.connector} ${end.scheme}`;
    let there = ends.get(key);
    if (!there) ends.set(key, (there = endStates(end.connector, end.scheme, weights).weights));
    return there;
  };
  const keyFor = (link: DiagnoseInput['link']): { key: IndexKey; name: string } => {
    const schemes = schemesFor(link);
    const key: IndexKey = {
      head: { connector: link.head.connector, scheme: schemes.head },
      tail: { connector: link.tail.connector, scheme: schemes.tail },
    };
    return {
      key,
      name: `${key.head.connector} ${key.head.scheme} ${key.tail.connector} ${key.tail.scheme}`,
    };
  };
  const sourceFor = (link: DiagnoseInput['link']): IndexSource => {
    const { key, name } = keyFor(link);
    let index = indexes.get(name);
    if (index) indexes.delete(name);
    else index = buildIndex(key);
    indexes.set(name, index);
    if (indexes.size > KEPT_INDEXES) indexes.delete(indexes.keys().next().value!);
    cable ??= cableStates(weights).weights;
    return { index, weights: { head: weightsOf(key.head), tail: weightsOf(key.tail), cable } };
  };
  return {
    weigh(other) {
      weights = other;
      ends.clear();
      cable = undefined;
    },
    prepare(link) {
      sourceFor(link);
    },
    *prepareInSteps(link) {
      const { key, name } = keyFor(link);
      if (indexes.has(name)) return;
      const index = yield* indexSteps(key);
      indexes.set(name, index);
      sourceFor(link);
    },
    diagnose(input, limits) {
      const source = sourceFor(input.link);
      const start = now();
      const { candidates, ...rest } = diagnose(input, () => source, limits);
      return { ...rest, engine: { candidates, ms: Math.round((now() - start) * 10) / 10 } };
    },
  };
}
