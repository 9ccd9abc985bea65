import Papa from 'papaparse';
import { plainCell } from '../model/csv-cell';
import { recallOf, type Memories } from './memory';
import { classOf, type ConnectorFamily } from '../wiring/connector';
import type { Scheme } from '../wiring/schemes';
import { EXERCISE_WORDS, orderSkill, terminationSkill, SKILLS, type Skill } from './skills';

/** How somebody stands with one skill. */
export interface SkillStand {
  skill: Skill;
  asked: number;
  right: number;
  /** How likely they still have it, 0 to 1; null where they were never asked. */
  recall: number | null;
  slip?: string;
}

/** Recall from which a skill counts as had. The scheduler's own aim. */
export const HAS_IT = 0.9;
/** Fewest answers of which anything is said. Our judgement. */
export const FEWEST = 3;

/** How a person stands with every skill, now. */
export function standsOf(memories: Memories, person: string, now: Date): SkillStand[] {
  const mine = Object.hasOwn(memories, person) ? memories[person]! : {};
  return SKILLS.map((skill): SkillStand => {
    const kept = Object.hasOwn(mine, skill.id) ? mine[skill.id] : undefined;
    return {
      skill,
      asked: kept?.asked ?? 0,
      right: kept?.right ?? 0,
      recall: recallOf(kept, now),
      ...(kept?.slip ? { slip: kept.slip } : {}),
    };
  });
}

/** Whether somebody has a skill, has not, or too little is known to say. */
export const standing = (s: SkillStand): 'has it' | 'not yet' | 'too few' =>
  s.asked < FEWEST || s.recall === null ? 'too few' : s.recall >= HAS_IT && s.right * 2 > s.asked ? 'has it' : 'not yet'; // prettier-ignore

/** Whether the drill shows that somebody knows an order by heart, in the holds its connector is laid in. */
export function knowsOrder(
  memories: Memories,
  person: string,
  scheme: Scheme,
  family: ConnectorFamily,
  now: Date,
): boolean {
  const holds = classOf(family) === 'plug' ? (['contacts', 'latch'] as const) : (['slots'] as const);
  const stands = new Map(standsOf(memories, person, now).map((s) => [s.skill.id, s]));
  return holds.every((h) => standing(stands.get(orderSkill(scheme, h))!) === 'has it');
}

/** Whether the drill shows that somebody can make a family: its order by heart, and its slips seen before they are permanent. */
export const passedFamily = (
  memories: Memories,
  person: string,
  scheme: Scheme,
  family: ConnectorFamily,
  now: Date,
): boolean =>
  knowsOrder(memories, person, scheme, family, now) &&
  standsOf(memories, person, now).some(
    (s) => s.skill.id === terminationSkill(family) && standing(s) === 'has it',
  );

/** What a class can and cannot yet, a row for each person and skill, as CSV. */
export const classCsv = (
  people: readonly { id: string; name: string }[],
  memories: Memories,
  now: Date,
): string =>
  Papa.unparse(
    people.flatMap((p) =>
      standsOf(memories, p.id, now).map((s) => ({
        person: plainCell(p.name),
        exercise: EXERCISE_WORDS[s.skill.exercise],
        skill: s.skill.words,
        asked: s.asked,
        right: s.right,
        recall: s.recall === null ? '' : s.recall.toFixed(2),
        stands: standing(s),
        last_slip: plainCell(s.slip ?? ''),
      })),
    ),
    { newline: '\r\n' },
  ) + '\r\n';
