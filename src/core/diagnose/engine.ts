import type { End } from '../wiring/conductors';
import { madeAt, STARTING_WEIGHTS, type Weights } from './catalogue';
import { diagnose, type IndexSource } from './diagnose';
import { weightsForLink } from './learn';
import type { PlanLimits } from './plan';
import { buildIndex, indexSteps, type IndexKey, type ReadingIndex } from './reading-index';
import type { DiagnoseInput, Diagnosis } from './types';

/** Most memory for indexes kept at once, in bytes. The one asked for last is always kept. */
const MOST_BYTES = 250e6;

/** A link as far as an index is concerned: its ends, its order, and where test leads lie. */
export type Indexed = Pick<DiagnoseInput, 'link' | 'leads'>;

/** A diagnosis engine: builds what it needs once and keeps it. */
export interface Engine {
  diagnose(input: DiagnoseInput, limits?: PlanLimits): Diagnosis;
  /** Goes on with other weights; indexes stay. */
  weigh(weights: Weights): void;
  /** Builds the index for such a link now rather than at the first diagnosis. */
  prepare(link: Indexed): void;
  /** The same in steps between which other work can be done. */
  prepareInSteps(link: Indexed): Generator<void, void>;
  /** Bytes of all indexes kept. */
  bytes(): number;
}

/** What index a link wants, and its name. */
function keyFor({ link, leads }: Indexed): { key: IndexKey; name: string } {
  const end = (e: End) => ({
    connector: link[e].connector,
    ...madeAt(link, e),
    // A jack's index has leads in it and a plug's has none, whatever is said of them: only a core may have either body.
    lead: link[e].connector === 'jack' || (link[e].connector === 'core' && leads[e] !== 'none'),
  });
  const key = { head: end('head'), tail: end('tail') };
  return { key, name: JSON.stringify(key) };
}

/** Makes an engine whose mistakes have these weights. `now` is a clock in milliseconds. */
export function createEngine(
  startWith: Weights = STARTING_WEIGHTS,
  now: () => number = () => Date.now(),
  mostBytes = MOST_BYTES,
): Engine {
  let weights = startWith;
  const indexes = new Map<string, ReadingIndex>();
  const bytes = () => [...indexes.values()].reduce((s, i) => s + i.bytes, 0);
  const keep = (name: string, index: ReadingIndex): ReadingIndex => {
    indexes.delete(name);
    indexes.set(name, index);
    while (indexes.size > 1 && bytes() > mostBytes) indexes.delete(indexes.keys().next().value!);
    return index;
  };
  const indexFor = (link: Indexed): ReadingIndex => {
    const { key, name } = keyFor(link);
    return keep(name, indexes.get(name) ?? buildIndex(key));
  };
  return {
    weigh(other) {
      weights = other;
    },
    prepare(link) {
      indexFor(link);
    },
    *prepareInSteps(link) {
      const { key, name } = keyFor(link);
      if (!indexes.has(name)) keep(name, yield* indexSteps(key));
    },
    bytes,
    diagnose(input, limits) {
      const index = indexFor(input);
      const start = now();
      const source: IndexSource = {
        index,
        weights: weightsForLink(weights, input.link, input.knowledge.found),
      };
      const { candidates, ...rest } = diagnose(input, source, limits);
      return { ...rest, engine: { candidates, ms: Math.round((now() - start) * 10) / 10 } };
    },
  };
}
