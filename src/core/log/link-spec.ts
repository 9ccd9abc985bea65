import type { Evidence } from '../model/evidence';
import type { Link, Policy } from '../model/job';
import { classOf, type ConnectorFamily } from '../wiring/connector';
import type { LinkSpec } from '../wiring/link-spec';
import { schemesFor, type Scheme } from '../wiring/schemes';

/** What a planned link asks of its copper under its job's policy. */
export function specOf(link: Link, policy: Pick<Policy, 'scheme'>): LinkSpec {
  const { ordered } = link;
  const head = { scheme: link.scheme ?? policy.scheme };
  const schemes = schemesFor({ ordered, head, tail: head });
  const end = (family: ConnectorFamily, scheme: Scheme) => ({ connector: classOf(family), family, scheme });
  return {
    head: end(link.head.connector, schemes.head),
    tail: end(link.tail.connector, schemes.tail),
    ordered,
    shielded: link.shielded,
    lengthMetres: link.lengthMetres,
  };
}

/** The evidence a link needs before it counts as proven. */
export const askedOf = (link: Link, policy: Pick<Policy, 'evidence' | 'evidenceByCable'>): Evidence =>
  link.evidence ?? policy.evidenceByCable?.[link.cable] ?? policy.evidence;
