import type { Part } from '../model/job';
import { connectorMeant, sameCables } from './meant';
import type { ScheduleRow } from './sheet';

/** Columns whose words a file's sender chooses. */
const WORD_COLUMNS = ['cable', 'head_connector', 'tail_connector'] as const;
/** A column whose words a file's sender chooses. */
export type WordColumn = (typeof WORD_COLUMNS)[number];

/** A word of a file, how often it stands there, and what it stands for; undefined where that is to be chosen. */
export interface WordChoice {
  key: string;
  column: WordColumn;
  text: string;
  count: number;
  meant: string | undefined;
}

/** The key of a word of a file. */
export const wordKey = (column: WordColumn, text: string): string => `${column}\n${text}`;

/** What cables and connectors are called in some rows, and what each word stands for: as chosen, else as the trade uses it. */
export function wordsOf(
  rows: readonly ScheduleRow[],
  parts: readonly Part[],
  chosen: Readonly<Record<string, string>> = {},
): WordChoice[] {
  return WORD_COLUMNS.flatMap((column) => {
    const counts = new Map<string, number>();
    for (const r of rows) if (r[column]) counts.set(r[column]!, (counts.get(r[column]!) ?? 0) + 1);
    const same = sameCables(column === 'cable' ? rows.flatMap((r) => r.cable ?? []) : [], parts);
    return [...counts].map(([text, count]): WordChoice => {
      const key = wordKey(column, text);
      return { key, column, text, count, meant: chosen[key] ?? (column === 'cable' ? same.get(text) : connectorMeant(text)) };
    });
  }); // prettier-ignore
}

/** What each word stands for, by its key; words to be chosen are left out. */
export const meanings = (words: readonly WordChoice[]): Record<string, string> =>
  Object.fromEntries(words.flatMap((w) => (w.meant === undefined ? [] : [[w.key, w.meant]])));
