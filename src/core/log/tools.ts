import type { Part } from '../model/job';
import { classOf, type ConnectorFamily } from '../wiring/connector';
import type { Projection } from './projection';

/** How a tool, a lot or a lead stands. */
export interface ToolStatus {
  part: string;
  /** Terminations done with it. */
  used: number;
  /** Those that took a new one of it: a slot that is punched again does not. */
  spent: number;
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

/** What every part was used for, by its id. */
export type ToolUse = Record<string, ToolStatus>;

const unused = (part: string): ToolStatus => ({
  part,
  used: 0,
  spent: 0,
  sinceBlade: 0,
  sinceAsked: 0,
  putBy: false,
});

/** What every part was used for, as a projection of a job's log. */
export const toolUse: Projection<ToolUse> = {
  kinds: ['seated', 'redone', 'tool'],
  init: () => ({}),
  step: (use, e) => {
    const of = (id: string) => (Object.hasOwn(use, id) ? use[id]! : (use[id] = unused(id)));
    if (e.kind === 'seated' || e.kind === 'redone')
      for (const t of (e.data.parts ?? []).map(of)) {
        t.used++;
        if (e.kind === 'seated' || e.data.action === 'redo') t.spent++;
        t.sinceBlade++;
        t.sinceAsked++;
      }
    if (e.kind !== 'tool') return use;
    const t = of(e.data.part);
    if (e.data.did === 'blade-changed') {
      t.sinceBlade = 0;
      t.bladeChangedAt = e.at;
      delete t.cut;
    } else if (e.data.did === 'put-by' || e.data.did === 'taken-up') t.putBy = e.data.did === 'put-by';
    else {
      t.cut = e.data.did === 'clean-cut' ? 'clean' : 'rough';
      t.sinceAsked = 0;
    }
    return use;
  },
};

/** How each of these parts stands, used or not. */
export const toolStatuses = (parts: readonly Part[], use: ToolUse): ToolStatus[] =>
  parts.map((p) => (Object.hasOwn(use, p.id) ? use[p.id]! : unused(p.id)));

const PUNCHED: ReadonlySet<ConnectorFamily> = new Set<ConnectorFamily>(['punch-down-jack', 'patch-panel']);

/** Kinds of parts that are used at some connectors only; a kind of somebody's own is used at all. */
const USED_AT: Record<string, (family: ConnectorFamily) => boolean> = {
  crimper: (f) => classOf(f) === 'plug',
  'punch tool': (f) => PUNCHED.has(f),
  'test lead': () => false,
  tester: () => false,
};

/** The tools and lots that can be in the hand at a connector of this family. */
export const usedFor = (family: ConnectorFamily, parts: readonly Part[]): Part[] =>
  parts.filter(
    (p) =>
      !p.cable &&
      (!p.connector || p.connector.family === family) &&
      (!Object.hasOwn(USED_AT, p.kind) || USED_AT[p.kind]!(family)),
  );

/** Whether a punch tool wants to be asked for its cut: never answered, or long ago. */
export const wantsAsking = (t: ToolStatus): boolean => t.cut === undefined || t.sinceAsked >= ASK_CUT_EVERY;

/** A lot that is nearly used up is spoken of so many ends before it is: both ends of a cable. Common practice, no source. */
export const SAY_LEFT_AT = 2;

/** How many of a lot are left by what was bought and what the log shows to be spent, never below none; null where nobody said how many there were. */
export const leftOfLot = (
  part: Pick<Part, 'count'>,
  status: Pick<ToolStatus, 'spent'> | undefined,
): number | null => (part.count === undefined ? null : Math.max(0, part.count - (status?.spent ?? 0)));
