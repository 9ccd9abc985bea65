import { randomFrom, seedOf } from '../practice/random';
import { conductorLabel } from '../wiring/conductors';
import { belongsAt } from '../bench/seats';
import type { JobPlan } from '../model/job';
import { type ConnectorFamily } from '../wiring/connector';
import { pickFrom, shuffled, type Marked, type Question } from './question';
import { questionOf } from './next-question';
import { EXERCISES, ofUse, SKILLS, type Exercise, type Skill } from './skills';

/** Questions of an exam, the minutes it may take, and the share that has to be right. Our judgement. */
export const EXAM = { questions: 20, minutes: 30, pass: 0.8 } as const;

/** An exam: the same seed asks the same of everybody, on screen and on paper. */
export interface Exam {
  seed: string;
  questions: readonly Question[];
}

/** What exams ask: all that is one question. */
const ASKED: readonly Exercise[] = EXERCISES.filter((e) => e !== 'which-end' && e !== 'termination');

/** A seed as it is written down and read out: five letters and digits that are not mistaken for one another. */
export const newSeed = (random: () => number): string =>
  Array.from({ length: 5 }, () => pickFrom([...'ABCDEFGHJKLMNPQRSTUVWXYZ23456789'], random)).join('');

/** Most skills that an exam is laid on. Our judgement: half its questions are theirs. */
export const MOST_FOCUS = 4;
/** A seed as it was typed; null where it is none. Behind it may stand the numbers of skills that it is laid on. */
export const readSeed = (text: string): string | null => {
  const seed = text.trim().toUpperCase();
  const [, , numbers = ''] = /^([A-Z0-9]{3,12})((?:-\d{1,2}){0,4})$/.exec(seed) ?? [];
  if (!seed || (!numbers && !/^[A-Z0-9]{3,12}$/.test(seed))) return null;
  return focusOf(seed).length === (numbers.match(/-/g) ?? []).length ? seed : null;
};
const asksOne = (skill: Skill) => ASKED.includes(skill.exercise);
/** Skills that an exam is laid on, by the numbers behind its seed. */
const focusOf = (seed: string): Skill[] =>
  seed.split('-').slice(1).flatMap((n) => SKILLS[Number(n) - 1] ?? []).filter(asksOne); // prettier-ignore
/**
 * A seed laid on what went wrong on a job: of skills asked for, the oftenest first, those that an exam can ask.
 *
 * @example
 * laidOn('K3F7Q', ['hands/exchanged']) // 'K3F7Q-18'
 */
export const laidOn = (seed: string, skills: readonly string[]): string => {
  const one = skills.filter((id) => SKILLS.some((s) => s.id === id && asksOne(s)));
  return [seed.split('-')[0], ...one.slice(0, MOST_FOCUS).map((id) => SKILLS.findIndex((s) => s.id === id) + 1)].join('-'); // prettier-ignore
};

/** Connectors a job terminates. */
export const familiesOf = (plan: Pick<JobPlan, 'links'>): Set<ConnectorFamily> =>
  new Set(plan.links.filter((l) => !l.retired).flatMap((l) => [l.head.connector, l.tail.connector]));

/**
 * The exam of a seed: exercises by turns, every skill at most once before any is asked again. `families` are those of
 * the job it is made for; none: all. An exam that is laid on skills asks them in its first half.
 *
 * @example
 * examOf('K3F7Q').questions.length // 20, the same on every device
 */
export function examOf(seed: string, families: ReadonlySet<ConnectorFamily> = new Set()): Exam {
  const random = randomFrom(seedOf('exam', seed, ...[...families].sort()));
  const decks = new Map(
    ASKED.map((e) => [e, shuffled(SKILLS.filter((s) => s.exercise === e && ofUse(s, families)), random)]), // prettier-ignore
  );
  const questions: Question[] = [];
  const focus = focusOf(seed);
  for (let i = 0; focus.length && i < EXAM.questions / 2; i++)
    questions.push(questionOf(focus[i % focus.length]!.id, random)!);
  for (let i = 0; questions.length < EXAM.questions; i++) {
    const deck = decks.get(ASKED[i % ASKED.length]!)!;
    const skill = deck[Math.floor(i / ASKED.length) % deck.length]!;
    questions.push(questionOf(skill.id, random)!);
  }
  return { seed, questions };
}

/** How an exam went. */
export interface ExamResult {
  right: number;
  of: number;
  passed: boolean;
  minutes: number;
}

/** The result of what was answered, in order; what was not answered in time is wrong. */
export const resultOf = (answers: readonly Marked[], minutes: number): ExamResult => {
  const right = answers.filter((a) => a.right).length;
  return { right, of: EXAM.questions, passed: right >= EXAM.pass * EXAM.questions, minutes: Math.min(minutes, EXAM.minutes) }; // prettier-ignore
};

/** What is right, in words, as the paper with the answers has it. */
export function rightWords(q: Question): string {
  switch (q.kind) {
    case 'choice':
      return q.options
        .flatMap((o, i) => (q.right.includes(o.id) ? [`${LETTERS[i]!} ${o.says}`] : []))
        .join('; ');
    case 'number':
      return `${Number(q.right.toFixed(3))} ${q.unit}`;
    case 'order':
      return q.asked.map((c) => `${c} ${said(belongsAt(q.family, q.order, c))}`).join(', ');
  }
}
const said = (c: ReturnType<typeof belongsAt>): string =>
  c === 'CENTRE' || c === 'BRAID' ? c.toLowerCase() : conductorLabel(c);

/** What options are called on paper. */
export const LETTERS = 'abcdefgh';

/** What a question asks, in one sentence. */
export function asksWords(q: Question): string {
  if (q.kind !== 'order') return q.asks;
  const held = q.view ? `, ${q.view.from === 'front' ? 'looking into the nose' : `${q.view.up} up`}` : '';
  return `Lay ${q.order.scheme}${held}, from the left.`;
}
