import type { Evidence } from '../model/evidence';
import type { Link, Policy } from '../model/job';
import { classOf } from '../wiring/connector';
import type { LinkSpec } from '../wiring/link-spec';
import { otherScheme } from '../wiring/schemes';

/** What a planned link asks of its copper under its job's policy. */
export function specOf(link: Link, policy: Pick<Policy, 'scheme'>): LinkSpec {
  const scheme = link.scheme ?? policy.scheme;
  return {
    head: { connector: classOf(link.head.connector), scheme },
    tail: {
      connector: classOf(link.tail.connector),
      scheme: link.ordered === 'crossover' ? otherScheme(scheme) : scheme,
    },
    ordered: link.ordered,
    shielded: link.shielded,
    lengthMetres: link.lengthMetres,
  };
}

/** The evidence a link needs before it counts as proven. */
export const askedOf = (link: Link, policy: Pick<Policy, 'evidence' | 'evidenceByCable'>): Evidence =>
  link.evidence ?? policy.evidenceByCable?.[link.cable] ?? policy.evidence;
