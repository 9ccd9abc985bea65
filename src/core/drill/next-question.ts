import type { ConnectorFamily } from '../wiring/connector';
import { handsQuestion } from './hands';
import { isDue, recallOf, type Kept } from './memory';
import { orderQuestion } from './order';
import type { Question } from './question';
import { readingQuestion } from './reading';
import { ofUse, SKILLS, type DrillFault, type Exercise, type Skill, type Slip, type Sum } from './skills';
import { sumQuestion } from './sums';

/** What somebody keeps, by skill. */
export type Memory = Readonly<Record<string, Kept>>;

/**
 * The skill to ask next: what is due, what is most forgotten first; then what went wrong on the job and was never
 * drilled; then something new, in the order in which it is taught, of what the `families` of the job ask for (none: all).
 * What was asked last waits while there is another.
 */
export function nextSkill(
  memory: Memory,
  now: Date,
  {
    only,
    found = [],
    last,
    families = new Set(),
  }: {
    only?: Exercise;
    found?: readonly string[];
    last?: string | undefined;
    families?: ReadonlySet<ConnectorFamily>;
  } = {},
): Skill {
  const open = SKILLS.filter((s) => !only || s.exercise === only);
  const others = open.length > 1 ? open.filter((s) => s.id !== last) : open;
  const of = (s: Skill) => (Object.hasOwn(memory, s.id) ? memory[s.id] : undefined);
  const due = others
    .filter((s) => isDue(of(s), now))
    .sort((a, b) => recallOf(of(a), now)! - recallOf(of(b), now)!);
  if (due[0]) return due[0];
  const fresh = others.filter((s) => !of(s) && ofUse(s, families));
  const onTheJob = fresh.find((s) => found.includes(s.id));
  if (onTheJob ?? fresh[0]) return (onTheJob ?? fresh[0])!;
  // Nothing is due and nothing new: what would come soonest.
  const met = others.filter((s) => of(s));
  return met.sort((a, b) => Date.parse(of(a)!.card.due) - Date.parse(of(b)!.card.due))[0] ?? open.find((s) => ofUse(s, families)) ?? others[0]!; // prettier-ignore
}

/** A question of a skill, with new numbers each time; null for a skill that is no single question. */
export function questionOf(skill: string, random: () => number): Question | null {
  const [exercise, what] = skill.split('/') as [Exercise, string];
  switch (exercise) {
    case 'order':
      return orderQuestion(skill);
    case 'reading':
      return readingQuestion(what as DrillFault, random);
    case 'hands':
      return handsQuestion(what as Slip, random);
    case 'sums':
      return sumQuestion(what as Sum, random);
    case 'termination':
    case 'which-end':
      return null;
  }
}

/** Answers slower than this are hard, faster than that easy, in seconds. Our judgement. */
const SECONDS: Record<Exercise, { hard: number; easy: number }> = {
  order: { hard: 60, easy: 15 },
  reading: { hard: 60, easy: 10 },
  hands: { hard: 60, easy: 10 },
  sums: { hard: 120, easy: 15 },
  termination: { hard: 240, easy: 60 },
  'which-end': { hard: 600, easy: 60 },
};

/** How an answer is rated: 1 again, 2 hard, 3 good, 4 easy. */
export const ratingOf = (exercise: Exercise, right: boolean, ms: number): 1 | 2 | 3 | 4 =>
  !right ? 1 : ms > SECONDS[exercise].hard * 1000 ? 2 : ms < SECONDS[exercise].easy * 1000 ? 4 : 3;
