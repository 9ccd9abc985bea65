import { evidenceCovers } from '../model/evidence';
import type { Link } from '../model/job';
import { expectedWalk, writeWalk } from '../reading/walk';
import { mediumOf } from '../wiring/connector';
import { judgeMeasured, type Judged, type Terms } from './judge-measured';
import { laidLink } from './laid-link';
import type { LastReading, LinkStatus } from './state';

/** The fails of a link that no reading has answered. */
export const failsOf = ({ unseen, lastReading }: LinkStatus): LastReading[] => [
  ...(unseen ?? []),
  ...(lastReading?.verdict === 'fail' ? [lastReading] : []),
];

/** The fails of a link that stand behind a reading of it: each found something that this reading did not look at. */
export const failsBehind = (now: Judged, status: LinkStatus, link: Link, terms: Terms): LastReading[] =>
  failsOf(status).filter((failed) => standsBehind(now, failed, status, link, terms));

/**
 * Whether something of an earlier fail stands that a reading did not look at: the earlier one, without what this one
 * looked at, is a fail still. Every reading looks at every contact; not every one at splits, length, result and values.
 */
function standsBehind(
  now: Judged,
  failed: LastReading,
  status: LinkStatus,
  link: Link,
  terms: Terms,
): boolean {
  if (mediumOf(link.head.connector) === 'coax') return false;
  const { splits, lengthMetres, result, evidence, configuration, nvp } = failed.data.reading;
  const { reading: seen, electrical: values } = now;
  const resultSeen =
    seen.result !== undefined && evidenceCovers(seen.evidence ?? 'continuity', evidence ?? 'continuity');
  // Most readings look at all that the earlier one did: nothing is left to be judged.
  const all =
    (!splits || seen.splits) &&
    (lengthMetres === undefined || seen.lengthMetres !== undefined) &&
    (!result || resultSeen) &&
    !failed.data.electrical;
  if (all) return false;
  const left: Judged = {
    reading: {
      walk: writeWalk(expectedWalk(link.ordered, link.shielded)),
      evidence,
      configuration,
      nvp,
      ...(splits && { splits: seen.splits ? [] : splits }),
      ...(seen.lengthMetres === undefined && { lengthMetres }),
      ...(!resultSeen && { result }),
    },
    electrical: unmeasured(failed.data.electrical, values),
  };
  const judged = judgeMeasured(left, laidLink(link, { pulled: status.pulled }), terms, failed.at);
  return judged.ok && judged.judgement.verdict === 'fail';
}

type Values = NonNullable<Judged['electrical']>;
/** Values of an earlier reading that a later one did not measure, pair by pair. */
function unmeasured(before: Values | undefined, now: Values | undefined): Values | undefined {
  if (!before) return undefined;
  const left = (what: 'loopOhms' | 'unbalanceOhms' | 'delayNs') =>
    Object.fromEntries(
      Object.entries(before[what] ?? {}).filter(([pair]) => !Object.hasOwn(now?.[what] ?? {}, pair)),
    );
  return {
    ...before,
    loopOhms: left('loopOhms'),
    unbalanceOhms: left('unbalanceOhms'),
    delayNs: left('delayNs'),
  };
}
