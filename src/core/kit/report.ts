import { printedLabels } from '../labels/printed';
import { effective } from '../log/effective';
import { project } from '../log/projection';
import { endsToMake } from '../log/rework';
import type { LinkStatus } from '../log/state';
import type { LogEntry } from '../model/entry';
import { DEFAULT_COSTS } from '../model/costs';
import type { JobPlan, Space } from '../model/job';
import { whereabouts } from '../plan/whereabouts';
import { walkMinutes } from '../survey/distance';
import { shortestTour } from '../survey/tour';
import { Ways } from '../survey/ways';
import { attemptsOf, minutesOfProofs } from '../trend/attempts';
import { ENDS } from '../wiring/conductors';
import { CONNECTOR_FAMILIES, FAMILY_NAMES, type ConnectorFamily } from '../wiring/connector';
import type { Redone } from './money';
import { redoneSoFar, takeOff, UNKNOWN_CREW, type Kit } from './take-off';
import { minutesByFamily, minutesWith, timeFor, type Minutes, type Time } from './time';
import { usedSoFar, type Used } from './used';

/** What a job takes, what it took so far, and how long it will take. */
export interface KitReport {
  kit: Kit;
  used: Used;
  time: Time;
  /** Ends done again so far, and those to be expected among the ends that are left. */
  redone: { soFar: Redone[]; expected: Redone[] };
  /** Links still to be proven, and minutes a proof takes. */
  proofs: { links: number; minutesEach: number };
  /** Minutes an end of each family takes this crew. */
  minutesEach: Record<ConnectorFamily, number>;
}
/** What a report is made of: a job with its log and how its links stand; of one closet where that is named. */
export interface KitAsked {
  plan: JobPlan;
  log: readonly LogEntry[];
  statuses: readonly LinkStatus[];
  closet?: string | undefined;
  /** The chance that the spares suffice; `SPARES_SUFFICE` where it is missing. */
  suffice?: number | undefined;
}

/** Each room is walked to twice: to terminate and to prove. */
const WALKS = 2;

/** Walks from each closet through the rooms where something is left, in minutes. */
function walksOf(plan: JobPlan, pairs: readonly { closet: Space; room: Space }[]): number {
  const far = new Ways(plan.floors).metres;
  let metres = 0;
  for (const closet of new Set(pairs.map((p) => p.closet))) {
    const rooms = new Set(pairs.filter((p) => p.closet === closet).map((p) => p.room));
    metres += WALKS * shortestTour(closet, [...rooms], closet, undefined, far).metres;
  }
  return walkMinutes(metres);
} // prettier-ignore

/** What a job takes, what it took and how long the rest takes, from its plan and its whole log. */
export function kitReport({ plan, log, statuses, closet, suffice }: KitAsked): KitReport {
  const where = whereabouts(plan);
  const byLink = new Map(statuses.map((s) => [s.link, s]));
  const statusOf = (id: string) => byLink.get(id)!;
  const links = plan.links.filter((l) => !l.retired && byLink.has(l.id) && (!closet || where(l).head.space?.id === closet));
  const asked = new Set(links.map((l) => l.id));
  const counted = effective(log).filter((e) => !closet || !('link' in e) || asked.has(e.link));
  const known = { ...plan, links: plan.links.filter((l) => byLink.has(l.id)) };
  const kit = takeOff(known, links, statusOf, { suffice, printed: project(printedLabels, log) });
  const attempts = attemptsOf(plan, effective(log));
  const minutes = minutesByFamily(attempts);
  const rates = redoneSoFar(known.links, statusOf);
  const rate = (f: ConnectorFamily) => {
    const { redone, of } = rates.get(f) ?? { redone: 0, of: 0 };
    return (redone + UNKNOWN_CREW.redone) / (of + UNKNOWN_CREW.of);
  };
  const families = CONNECTOR_FAMILIES.flatMap((f) => {
    const left = links.reduce((n, l) => n + endsToMake(statusOf(l.id)).filter((e) => l[e].connector === f).length, 0);
    return left ? [{ family: f, left, again: left * rate(f) }] : [];
  });
  const redone = (f: ConnectorFamily, count: number): Redone => ({ name: FAMILY_NAMES[f], count, minutesEach: minutes.get(f)!.mean });
  const open = links.filter((l) => ENDS.some((e) => statusOf(l.id)[e].state !== 'proven'));
  const proofMinutes = minutesOfProofs(effective(log));
  const proof: Minutes = minutesWith(proofMinutes, DEFAULT_COSTS.prove);
  const pairs = open.flatMap((l) => {
    const { head, tail } = where(l);
    return head.space && tail.space && head.space !== tail.space ? [{ closet: head.space, room: tail.space }] : [];
  });
  return {
    kit,
    // A box serves more than one closet.
    used: { ...usedSoFar({ links }, counted), boxes: usedSoFar(plan, effective(log)).boxes },
    time: timeFor(
      {
        ends: new Map(families.map(({ family, left, again }) => [family, left + again])),
        proofs: open.length,
        proofMinutes,
        pullMetres: kit.cables.reduce((s, c) => s + c.leftMetres, 0),
        walkMinutes: walksOf(plan, pairs),
      },
      minutes,
    ),
    redone: {
      soFar: [...redoneSoFar(links, statusOf)].flatMap(([f, r]) => (r.redone ? [redone(f, r.redone)] : [])),
      expected: families.map(({ family, again }) => redone(family, again)),
    },
    proofs: { links: open.length, minutesEach: proof.mean },
    minutesEach: Object.fromEntries([...minutes].map(([f, m]) => [f, m.mean])) as Record<ConnectorFamily, number>,
  };
} // prettier-ignore
