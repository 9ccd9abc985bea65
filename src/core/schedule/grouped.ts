import type { CellProblem } from './cells';
import { COLUMN_WORDS } from './columns';

/** Bad cells that are bad in the same way. */
export interface ProblemGroup {
  key: string;
  /** The column in words. */
  column: string;
  /** What is wrong with the first of them. */
  message: string;
  problems: CellProblem[];
}

/** Bad cells by column and by what is wrong, the largest group first: 150 cells that say “A” are one thing to mend. */
export function groupProblems(problems: readonly CellProblem[]): ProblemGroup[] {
  const groups = new Map<string, ProblemGroup>();
  for (const p of problems) {
    const key = `${p.column}\n${p.kind ?? p.message}`;
    const group = groups.get(key);
    if (group) group.problems.push(p);
    else groups.set(key, { key, column: COLUMN_WORDS[p.column], message: p.message, problems: [p] });
  }
  return [...groups.values()].sort((a, b) => b.problems.length - a.problems.length);
}
