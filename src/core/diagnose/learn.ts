import type { Link } from '../model/job';
import type { Projection } from '../log/projection';
import { classOf } from '../wiring/connector';
import { MISTAKE_LISTS, STARTING_WEIGHTS, type Weights } from './catalogue';
import type { LinkWeights } from './posterior';
import type { DiagnoseInput, FoundHere } from './types';

/** How many observations the weights one starts from are worth: our own judgement. */
export const PRIOR_STRENGTH = 50;

/** How often each kind of mistake was found, by connector class, in cables and in test leads. */
export type FoundCounts = Weights;

/** No finding at all. */
export const nothingFound = (): FoundCounts => ({ plug: {}, jack: {}, core: {}, cable: {}, lead: {} });

const eachList = (make: (list: keyof Weights) => Record<string, number>): Weights =>
  Object.fromEntries(MISTAKE_LISTS.map((list) => [list, make(list)])) as Weights;

/** Findings of two logs together. Lists that an older count does not have count as empty. */
export const addFound = (a: Partial<FoundCounts>, b: Partial<FoundCounts>): FoundCounts =>
  eachList((list) => {
    const out = { ...a[list] };
    for (const [kind, n] of Object.entries(b[list] ?? {})) out[kind] = (out[kind] ?? 0) + n;
    return out;
  });

/** What was found on a job, counted, as a projection of its log; kinds the catalogue does not list do not count. */
export const findingsCounted = (linkOf: (id: string) => Link | undefined): Projection<FoundCounts> => ({
  kinds: ['found'],
  init: nothingFound,
  step: (counts, e) => {
    const link = e.kind === 'found' ? linkOf(e.link) : undefined;
    if (e.kind !== 'found' || !link) return counts;
    for (const m of e.data.mistakes) {
      if (m.where === 'setting') continue;
      const list =
        m.where === 'cable'
          ? 'cable'
          : m.where === 'lead-head' || m.where === 'lead-tail'
            ? 'lead'
            : classOf(link[m.where].connector);
      if (!Object.hasOwn(STARTING_WEIGHTS[list], m.kind)) continue;
      // A state kept by an earlier version has fewer lists.
      counts[list] ??= {};
      counts[list][m.kind] = (counts[list][m.kind] ?? 0) + 1;
    }
    return counts;
  },
});

/** Weights of one list after findings: the mean of a Dirichlet distribution whose prior is worth `strength` of them. */
function learned(
  from: Record<string, number>,
  found: Record<string, number>,
  strength: number,
): Record<string, number> {
  const kinds = Object.keys(from);
  const total = kinds.reduce((s, k) => s + from[k]!, 0);
  const seen = kinds.reduce((s, k) => s + (found[k] ?? 0), 0);
  return Object.fromEntries(
    kinds.map((k) => [k, ((strength * from[k]!) / total + (found[k] ?? 0)) / (strength + seen)]),
  );
}

/**
 * Weights after findings: the mean of a Dirichlet distribution whose prior is `from`, worth `strength`
 * observations. They add up to 1 in each list.
 */
export const learnedWeights = (
  counts: Partial<FoundCounts>,
  from: Weights = STARTING_WEIGHTS,
  strength = PRIOR_STRENGTH,
): Weights => eachList((list) => learned(from[list], counts[list] ?? {}, strength));

/** What a job works with: what the crew found on its other jobs moves the start, what this job found moves it on. */
export const weightsForJob = (job: Partial<FoundCounts>, otherJobs: Partial<FoundCounts>): Weights =>
  learnedWeights(job, learnedWeights(otherJobs));

/** The weights for one link, moved by what is said to have been found at its ends, in its cable and in its leads. */
export function weightsForLink(
  weights: Weights,
  link: DiagnoseInput['link'],
  found: FoundHere | undefined,
): LinkWeights {
  const of = (from: Record<string, number>, here: Record<string, number> | undefined) =>
    here && Object.keys(here).length ? learned(from, here, PRIOR_STRENGTH) : from;
  return {
    head: of(weights[link.head.connector], found?.head),
    tail: of(weights[link.tail.connector], found?.tail),
    cable: of(weights.cable, found?.cable),
    lead: of(weights.lead, found?.lead),
  };
}
