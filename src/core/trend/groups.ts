import type { JobPlan, Person } from '../model/job';
import { whereabouts } from '../plan/whereabouts';
import { meanCount, medianOf, type MeanCount, type Median } from '../statistics/counts';
import { FEWEST_CASES, fisher, rateOf, stillCounts, type Rate } from '../statistics/rates';
import { FAMILY_NAMES } from '../wiring/connector';
import type { Attempt } from './attempts';
import { firstMade } from './attempts';

/** What figures are told by. */
export const GROUP_KINDS = ['family', 'scheme', 'end', 'room', 'tool', 'blade', 'person', 'role', 'hour', 'of-day'] as const; // prettier-ignore
/** What figures are told by. */
export type GroupKind = (typeof GROUP_KINDS)[number];
/** What figures are told by, in words. */
export const GROUP_WORDS: Record<GroupKind, string> = {
  family: 'by connector',
  scheme: 'by scheme',
  end: 'by end',
  room: 'by room',
  tool: 'by tool and lot',
  blade: 'by age of the blade',
  person: 'by person',
  role: 'trainees and others',
  hour: 'by hour of the day',
  'of-day': 'by how many were made that day before',
};

/** Figures of some ends: right at once, redos an end, minutes an end; each with its bounds and the number behind it. */
export interface Figures {
  right: Rate;
  redos: MeanCount | null;
  minutes: Median | null;
}
/** Figures of a group, and whether its yield differs from that of all others by more than chance, all comparisons together. */
export interface GroupFigures extends Figures {
  kind: GroupKind;
  name: string;
  /** Links of it that were not right at once. */
  links: string[];
  /** Too few to say anything. */
  few: boolean;
  differs: 'better' | 'worse' | null;
  /** How likely a difference like this is by chance alone. */
  chance: number;
}

const HOURS = 4;
/** Hours of the day in fours: an hour alone has too few. */
function hourOf(at: string): string {
  const h = Math.floor(new Date(at).getHours() / HOURS) * HOURS;
  return `${String(h).padStart(2, '0')} to ${String(h + HOURS).padStart(2, '0')}`;
}
/** Ends of a blade, and of a day, in groups of so many. Our judgement. */
const BLADE_GROUP = 100;
const DAY_GROUP = 12;
const grouped = (n: number, size: number) => `${Math.floor(n / size) * size} to ${Math.floor(n / size) * size + size - 1}`; // prettier-ignore

/** Figures of some makings: yield of first ones, redos after those, minutes of all. */
export function figuresOf(attempts: readonly Attempt[]): Figures {
  const first = firstMade(attempts);
  const again = attempts.filter((a) => a.nth > 1).length;
  return {
    right: rateOf(first.filter((a) => a.right).length, first.length),
    redos: first.length ? meanCount(again, first.length) : null,
    minutes: medianOf(attempts.flatMap((a) => a.minutes ?? [])),
  };
}

/**
 * Figures of all ends, and of groups of them. A group is said to differ only where Fisher's exact test of its yield
 * against all others still counts after Benjamini and Hochberg's correction over every group shown.
 */
export function figures(plan: JobPlan, attempts: readonly Attempt[]): { all: Figures; groups: GroupFigures[] } {
  const where = whereabouts(plan);
  const people = new Map<string, Person>(plan.crew.map((p) => [p.id, p]));
  const parts = new Map(plan.parts.map((p) => [p.id, p]));
  const groups = new Map<string, { kind: GroupKind; name: string; list: Attempt[] }>();
  const put = (kind: GroupKind, name: string, a: Attempt) => {
    const key = `${kind}\n${name}`;
    const group = groups.get(key) ?? { kind, name, list: [] };
    group.list.push(a);
    groups.set(key, group);
  };
  const ofDay = new Map<string, number>();
  // A redo belongs to the end it mends: it counts where the first making of that end does.
  const firsts = new Map<string, string[][]>();
  for (const a of attempts) {
    const day = `${a.by} ${a.at.slice(0, 10)}`;
    const before = ofDay.get(day) ?? 0;
    ofDay.set(day, before + 1);
    const key = `${a.link.id} ${a.end}`;
    const known = firsts.get(key);
    if (known) {
      for (const [kind, name] of known) put(kind as GroupKind, name!, a);
      continue;
    }
    const room = where(a.link)[a.end].space;
    const blade = a.parts.find((p) => parts.get(p)?.kind === 'punch tool');
    const at: [GroupKind, string][] = [
      ['family', FAMILY_NAMES[a.family]],
      ['scheme', a.scheme],
      ['end', a.link.cord ? (a.end === 'head' ? 'end 1' : 'end 2') : a.end],
      ...(room ? ([['room', room.name]] as [GroupKind, string][]) : []),
      ...a.parts.map((p): [GroupKind, string] => ['tool', parts.get(p)?.lot ? `${parts.get(p)!.name}, lot ${parts.get(p)!.lot}` : (parts.get(p)?.name ?? p)]),
      ...(blade ? ([['blade', `${grouped(a.age[blade]!, BLADE_GROUP)} ends since it was new`]] as [GroupKind, string][]) : []),
      ['person', people.get(a.by)?.name ?? a.by],
      ['role', people.get(a.by)?.role === 'trainee' ? 'trainees' : 'others'],
      ['hour', hourOf(a.at)],
      ['of-day', grouped(before, DAY_GROUP)],
    ];
    firsts.set(key, at);
    for (const [kind, name] of at) put(kind, name, a);
  }
  const all = figuresOf(attempts);
  const list = [...groups.values()].map((g) => ({ ...g, figures: figuresOf(g.list) }));
  const others = (f: Figures) => all.right.of - f.right.of;
  const tested = list.map((g) => g.figures.right.of >= FEWEST_CASES && others(g.figures) >= FEWEST_CASES);
  const p = list.map(({ figures: f }, i) => (tested[i] ? fisher(f.right.hits, f.right.of, all.right.hits - f.right.hits, others(f)) : 1));
  const counted = stillCounts(p.filter((_, i) => tested[i]));
  let t = 0;
  const shown = list.map(({ kind, name, list: made, figures: f }, i): GroupFigures => {
    const counts = tested[i] ? counted[t++]! : false;
    const theirs = (all.right.hits - f.right.hits) / Math.max(1, others(f));
    return {
      ...f,
      kind,
      name,
      links: firstMade(made).filter((a) => !a.right).map((a) => a.link.label),
      few: f.right.of < FEWEST_CASES,
      chance: p[i]!,
      differs: counts ? (f.right.hits / f.right.of > theirs ? 'better' : 'worse') : null,
    };
  });
  return { all, groups: shown.sort((a, b) => b.right.of - a.right.of) };
} // prettier-ignore

/** Ends of one step of a learning curve. Our judgement. */
export const STEP_ENDS = 12;
/** How somebody learns: right at once, by so many of their own ends, each step with its bounds. */
export function learningCurve(attempts: readonly Attempt[], person: string): (Rate & { from: number })[] {
  const mine = firstMade(attempts).filter((a) => a.by === person);
  const steps: (Rate & { from: number })[] = [];
  for (let from = 0; from + STEP_ENDS <= mine.length; from += STEP_ENDS)
    steps.push({ from, ...rateOf(mine.slice(from, from + STEP_ENDS).filter((a) => a.right).length, STEP_ENDS) }); // prettier-ignore
  return steps;
}
