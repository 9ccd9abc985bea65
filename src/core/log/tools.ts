import type { LogEntry } from '../model/entry';
import type { Part } from '../model/job';

/** How a tool, a lot or a lead stands. */
export interface ToolStatus {
  part: string;
  /** Terminations done with it. */
  used: number;
  /** Terminations since its blade was changed, or since the beginning. */
  sinceBlade: number;
  bladeChangedAt?: string;
  /** The last answer to whether it cuts clean, and terminations since. */
  cut?: 'clean' | 'rough';
  sinceAsked: number;
  putBy: boolean;
}

/** How many terminations lie between two times a punch tool is asked for its cut. Our judgement. */
export const ASK_CUT_EVERY = 24;

/** Counts what every part was used for. Entries that were taken back do not count. */
export function toolStatuses(parts: readonly Part[], entries: readonly LogEntry[]): ToolStatus[] {
  const voided = new Set(entries.flatMap((e) => (e.kind === 'void' ? [e.data.entry] : [])));
  const by = new Map<string, ToolStatus>(
    parts.map((p) => [p.id, { part: p.id, used: 0, sinceBlade: 0, sinceAsked: 0, putBy: false }]),
  );
  for (const e of [...entries].sort((a, b) => (a.at < b.at ? -1 : a.at > b.at ? 1 : 0))) {
    if (voided.has(e.id)) continue;
    if (e.kind === 'seated' || e.kind === 'redone')
      for (const id of e.data.parts ?? []) {
        const t = by.get(id);
        if (!t) continue;
        t.used++;
        t.sinceBlade++;
        t.sinceAsked++;
      }
    if (e.kind !== 'tool') continue;
    const t = by.get(e.data.part);
    if (!t) continue;
    if (e.data.did === 'blade-changed') {
      t.sinceBlade = 0;
      t.bladeChangedAt = e.at;
      delete t.cut;
    } else if (e.data.did === 'put-by' || e.data.did === 'taken-up') t.putBy = e.data.did === 'put-by';
    else {
      t.cut = e.data.did === 'clean-cut' ? 'clean' : 'rough';
      t.sinceAsked = 0;
    }
  }
  return [...by.values()];
}

/** Whether a punch tool wants to be asked for its cut: never answered, or long ago. */
export const wantsAsking = (t: ToolStatus): boolean => t.cut === undefined || t.sinceAsked >= ASK_CUT_EVERY;
