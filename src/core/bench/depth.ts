import type { LinkStatus } from '../log/state';
import type { Link, Person } from '../model/job';
import { ENDS } from '../wiring/conductors';
import type { ConnectorFamily } from '../wiring/connector';
import type { Reminders } from './gates';

/** How much is shown of a termination: every gate, the read-back and the look with the rest in a line each, or one press. */
export const DEPTHS = ['full', 'known', 'sweep'] as const;
/** How much is shown of a termination. */
export type Depth = (typeof DEPTHS)[number];

/** What depths are called on screen. */
export const DEPTH_NAMES: Record<Depth, string> = {
  full: 'every gate',
  known: 'read-back and look',
  sweep: 'one press',
};

/** Ends of one kind that a person made: how many are proven or failed since, and how many of them were right at once. */
export interface MadeSoFar {
  made: number;
  right: number;
}

/** How many of these somebody has to have made, and what share of them right at once, before less is offered. Our judgement. */
export const OFFERED_AFTER = { known: { made: 10, share: 0.9 }, sweep: { made: 30, share: 0.97 } } as const;

/** How many are enough for *read-back and look* where the drill shows that the order is known by heart. Our judgement. */
export const KNOWN_AFTER_DRILL = 5;

/** What the log shows of a person's ends of one family. */
export function madeSoFar(
  links: readonly Pick<Link, 'id'>[],
  statusOf: (id: string) => LinkStatus,
  person: string,
  family: ConnectorFamily,
): MadeSoFar {
  const out = { made: 0, right: 0 };
  for (const { id } of links) {
    const status = statusOf(id);
    for (const end of ENDS) {
      const { by, connector, state, attempt } = status[end];
      if (by !== person || connector !== family || (state !== 'proven' && state !== 'failed')) continue;
      out.made++;
      if (state === 'proven' && attempt === 1) out.right++;
    }
  }
  return out;
}

/** The least depth a role may choose: whoever learns reads back. */
export const depthsFor = (role: Person['role'] | undefined): readonly Depth[] =>
  role === 'trainee' ? ['full', 'known'] : DEPTHS;

/**
 * What may be offered after so many: never more than a role may choose. Whoever the drill shows to know the order by
 * heart is offered *read-back and look* sooner; one press takes the log alone. Where the job's terms ask for the drill
 * first, nothing is offered before it.
 */
export function depthOffered(
  { made, right }: MadeSoFar,
  role: Person['role'] | undefined,
  drilled = false,
  drillFirst = false,
): Depth {
  if (drillFirst && !drilled) return 'full';
  const after = (d: 'known' | 'sweep') =>
    d === 'known' && drilled ? KNOWN_AFTER_DRILL : OFFERED_AFTER[d].made;
  const earned = (d: 'known' | 'sweep') => made >= after(d) && right >= OFFERED_AFTER[d].share * made; // prettier-ignore
  const may = depthsFor(role);
  return earned('sweep') && may.includes('sweep') ? 'sweep' : earned('known') ? 'known' : 'full';
}

/** Gates that are one line at a depth. */
export const briefAt = (depth: Depth): Reminders =>
  depth === 'full' ? [] : ['identify', 'prep', 'lay', 'seat'];
