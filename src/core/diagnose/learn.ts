import type { Link } from '../model/job';
import type { Projection } from '../log/projection';
import { classOf } from '../wiring/connector';
import { STARTING_WEIGHTS, type Weights } from './catalogue';

/** How many observations the weights one starts from are worth: our own judgement. */
export const PRIOR_STRENGTH = 50;

/** How often each kind of mistake was found, by connector class and in cables. */
export type FoundCounts = Weights;

/** No finding at all. */
export const nothingFound = (): FoundCounts => ({ plug: {}, jack: {}, cable: {} });

/** Findings of two logs together. */
export function addFound(a: FoundCounts, b: FoundCounts): FoundCounts {
  const sum = (list: keyof FoundCounts) => {
    const out = { ...a[list] };
    for (const [kind, n] of Object.entries(b[list])) out[kind] = (out[kind] ?? 0) + n;
    return out;
  };
  return { plug: sum('plug'), jack: sum('jack'), cable: sum('cable') };
}

/** What was found on a job, counted, as a projection of its log; kinds the catalogue does not list do not count. */
export const findingsCounted = (linkOf: (id: string) => Link | undefined): Projection<FoundCounts> => ({
  kinds: ['found'],
  init: nothingFound,
  step: (counts, e) => {
    const link = e.kind === 'found' ? linkOf(e.link) : undefined;
    if (e.kind !== 'found' || !link) return counts;
    for (const m of e.data.mistakes) {
      const list = m.where === 'cable' ? 'cable' : classOf(link[m.where].connector);
      if (Object.hasOwn(STARTING_WEIGHTS[list], m.kind))
        counts[list][m.kind] = (counts[list][m.kind] ?? 0) + 1;
    }
    return counts;
  },
});

/**
 * Weights after findings: the mean of a Dirichlet distribution whose prior is `from`, worth `strength`
 * observations. They add up to 1 in each list.
 */
export function learnedWeights(
  counts: FoundCounts,
  from: Weights = STARTING_WEIGHTS,
  strength = PRIOR_STRENGTH,
): Weights {
  const learn = (list: keyof Weights) => {
    const kinds = Object.keys(from[list]);
    const total = kinds.reduce((s, k) => s + from[list][k]!, 0);
    const found = kinds.reduce((s, k) => s + (counts[list][k] ?? 0), 0);
    return Object.fromEntries(
      kinds.map((k) => [
        k,
        ((strength * from[list][k]!) / total + (counts[list][k] ?? 0)) / (strength + found),
      ]),
    );
  };
  return { plug: learn('plug'), jack: learn('jack'), cable: learn('cable') };
}

/** What a job works with: what the crew found on its other jobs moves the start, what this job found moves it on. */
export const weightsForJob = (job: FoundCounts, otherJobs: FoundCounts): Weights =>
  learnedWeights(job, learnedWeights(otherJobs));
