import { randomFrom, seedOf } from '../practice/random';
import { effective } from '../log/effective';
import type { LogEntry } from '../model/entry';
import type { JobPlan } from '../model/job';
import { endsToMake } from '../log/rework';
import type { LinkStatus } from '../log/state';
import { whereabouts } from '../plan/whereabouts';
import type { Rate } from '../statistics/rates';
import { ENDS } from '../wiring/conductors';
import { attemptsOf, firstMade, minutesOfProofs, type Attempt } from './attempts';
import { bladeWear, missedAt, type BladeWear } from './blades';
import { dayDone, USUAL_WORKING, type Working } from './calendar';
import { causesOf, type Cause } from './causes';
import { watch, type Watched } from './change';
import { backtest, daysOf, FEWEST_MINUTES, simulated, type Days, type ForecastInput, type Stage } from './forecast'; // prettier-ignore
import { figures, learningCurve, type Figures, type GroupFigures } from './groups';
import { costOfLooking, type LookingCost } from './looking';

/** What a trend is made of: a job with its whole log, how its links stand, and for whom and when. */
export interface TrendAsked {
  plan: JobPlan;
  log: readonly LogEntry[];
  statuses: readonly LinkStatus[];
  /** Who looks: a person sees their own figures, a lead those of the crew. */
  me: string;
  /** The ISO day it is. */
  today: string;
  /** When it is worked on, where somebody asks what if. */
  working?: Working | undefined;
}

/** When a job will be done. */
export interface WhenDone extends Days {
  stages: (Stage & Days)[];
  /** Days and the chance that it is done by then. */
  chances: { day: string; chance: number }[];
  /** What would bring it forward, the most first. */
  levers: { what: string; nine: string }[];
  backtest: { looks: number; within: number } | null;
  working: Working;
}
/** What goes wrong on a job, why, and when it will be done. */
export interface Trend {
  all: Figures;
  groups: GroupFigures[];
  causes: Cause[];
  watched: Watched[];
  blades: BladeWear | null;
  looking: LookingCost;
  learning: (Rate & { from: number })[];
  /** Null while too few times are known; `left` is what there is to be done. */
  done: WhenDone | null;
  left: { ends: number; proofs: number };
  /** Times of ends that are known, of the fewest that are wanted. */
  times: { known: number; fewest: number };
}

/** What is left of a job, closet by closet in the order of its plan. */
export function stagesOf(plan: JobPlan, statuses: readonly LinkStatus[]): Stage[] {
  const where = whereabouts(plan);
  const links = new Map(plan.links.map((l) => [l.id, l]));
  const stages = new Map<string, Stage>();
  for (const s of statuses) {
    const link = links.get(s.link);
    if (!link || link.retired) continue;
    const name = where(link).head.space?.name ?? 'without a closet';
    const stage = stages.get(name) ?? { name, ends: 0, proofs: 0 };
    stage.ends += endsToMake(s).length;
    stage.proofs += Number(ENDS.some((e) => s[e].state !== 'proven'));
    stages.set(name, stage);
  }
  return [...stages.values()].filter((s) => s.ends || s.proofs);
}

/** Days and the chance that it is done by each: of every day on which some run ends. */
function chancesOf(minutes: readonly number[], working: Working, today: string): WhenDone['chances'] {
  const days = new Map<string, number>();
  for (const m of minutes) {
    const day = dayDone(working, today, m);
    if (day) days.set(day, (days.get(day) ?? 0) + 1);
  }
  let sum = 0;
  return [...days].sort((a, b) => (a[0] < b[0] ? -1 : 1)).map(([day, n]) => ({ day, chance: (sum += n) / minutes.length })); // prettier-ignore
}

function whenDone(asked: TrendAsked, stages: readonly Stage[], attempts: readonly Attempt[], blades: BladeWear | null): WhenDone | null {
  const { plan, log, today } = asked;
  const working: Working = asked.working ?? plan.policy.working ?? { ...USUAL_WORKING, days: [...USUAL_WORKING.days] };
  const first = firstMade(attempts);
  const input: ForecastInput = {
    stages,
    endMinutes: attempts.flatMap((a) => a.minutes ?? []),
    proofMinutes: minutesOfProofs(log),
    right: first.filter((a) => a.right).length,
    of: first.length,
  };
  // The same log gives the same days: they do not flicker while one looks.
  const random = () => randomFrom(seedOf('trend', plan.id));
  const runs = simulated(input, random());
  if (!runs || !stages.length) return null;
  const ends = runs.map((r) => r.at(-1)!);
  const days = daysOf(ends, working, today);
  const lever = (what: string, other: ForecastInput, at: Working = working) => {
    const { nine } = daysOf(simulated(other, random())!.map((r) => r.at(-1)!), at, today);
    return nine && days.nine && nine < days.nine ? [{ what, nine }] : [];
  };
  const spoiled = blades ? missedPerEnd(blades, attempts, plan) : 0;
  return {
    ...days,
    working,
    stages: stages.map((s, i) => ({ ...s, ...daysOf(runs.map((r) => r[i]!), working, today) })),
    chances: chancesOf(ends, working, today),
    levers: [
      ...lever('another person', input, { ...working, people: working.people + 1 }),
      ...lever('an hour more a day', input, { ...working, hours: Math.min(16, working.hours + 1) }),
      ...(spoiled > 0 ? lever('new blades', { ...input, right: Math.min(input.of, input.right + spoiled * input.of) }) : []),
      ...(plan.policy.evidence === 'certification' ? lever('certify later', { ...input, stages: stages.map((s) => ({ ...s, proofs: 0 })) }) : []),
    ].sort((a, b) => (a.nine < b.nine ? -1 : 1)),
    backtest: backtest(input.endMinutes, random()),
  };
} // prettier-ignore

/** Ends that a new blade would have spared, as a share of all: what the blades in use miss more than new ones. */
function missedPerEnd(blades: BladeWear, attempts: readonly Attempt[], plan: JobPlan): number {
  const tools = new Set(plan.parts.filter((p) => p.kind === 'punch tool').map((p) => p.id));
  const ages = attempts.slice(-50).flatMap((a) => a.parts.flatMap((p) => (tools.has(p) ? [a.age[p]!] : [])));
  if (!ages.length || blades.changeAfter === undefined) return 0;
  const mean = ages.reduce((n, age) => n + missedAt(blades, age), 0) / ages.length;
  return 8 * Math.max(0, mean - missedAt(blades, 0));
}

/** All that a job's log says of how it goes, for one who looks at it. */
export function trendOf(asked: TrendAsked): Trend {
  const { plan, statuses, me } = asked;
  const log = effective(asked.log);
  const attempts = attemptsOf(plan, log);
  const first = firstMade(attempts);
  const people = new Map(plan.crew.map((p) => [p.id, p.name]));
  const labels = new Map(plan.links.map((l) => [l.id, l.label]));
  const parts = new Map(plan.parts.map((p) => [p.id, p.lot ? `${p.name}, lot ${p.lot}` : p.name]));
  const lead = plan.crew.find((p) => p.id === me)?.role === 'lead';
  const named = lead && plan.policy.namesPeople === true;
  const mine = people.get(me);
  const nameOf = (id: string) => {
    if (id.startsWith('cable ')) return `cable ${id.slice(6) || 'without a name'}`;
    if (!id.startsWith('person ')) return parts.get(id) ?? id;
    const person = id.slice(7);
    return named || person === me ? (people.get(person) ?? person) : 'somebody new to it';
  };
  const { all, groups } = figures(plan, attempts);
  const blades = bladeWear(attempts, plan.parts);
  const stages = stagesOf(plan, statuses);
  return {
    all,
    groups: groups.filter((g) => g.kind !== 'person' || g.name === mine || (named && !g.few)),
    causes: causesOf(log, (id) => labels.get(id) ?? id),
    watched: watch(first, nameOf, named ? plan.crew.map((p) => p.id) : [me]),
    blades,
    looking: costOfLooking(attempts, log),
    learning: learningCurve(attempts, me),
    done: whenDone({ ...asked, log }, stages, attempts, blades),
    left: { ends: stages.reduce((n, s) => n + s.ends, 0), proofs: stages.reduce((n, s) => n + s.proofs, 0) },
    times: { known: attempts.filter((a) => a.minutes !== null).length, fewest: FEWEST_MINUTES },
  };
} // prettier-ignore
