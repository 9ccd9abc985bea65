import type { Copper } from '../copper/copper';
import type { Mistake } from '../copper/mistake';
import type { Costs } from '../model/costs';
import type { Fault } from '../reading/faults';
import type { Reading } from '../reading/reading';
import type { Verdict } from '../reading/verdict';
import type { Walk } from '../reading/walk';
import type { Conductor, Contact, End } from '../wiring/conductors';
import type { LinkSpec } from '../wiring/link-spec';

/** What is known of the test lead at an end: proven within the job's hours, proven longer ago, never, or there is none. */
export const LEAD_KNOWN = ['proven', 'stale', 'unproven', 'none'] as const;
/** What is known of a test lead. */
export type LeadKnown = (typeof LEAD_KNOWN)[number];

/**
 * What a look at one contact of an end showed; `open` and `bridged` missing: not noticed. A contact that looks home
 * and is not shows `open: false`.
 */
export interface Look {
  end: End;
  contact: Contact;
  conductor: Conductor;
  open?: boolean | undefined;
  bridged?: boolean | undefined;
}

/** Mistakes confirmed, counted by kind, for the ends of this link, its cable and the leads it is read through. */
export type FoundHere = Record<End | 'cable' | 'lead', Record<string, number>>;

/** What is known beside the reading. All of it may be missing: nothing is known. */
export interface Knowledge {
  looked: readonly Look[];
  /** Ends whose order was read back and found right. */
  readBack: readonly End[];
  /** Ends done again since they last failed; the reading is newer. */
  redone: readonly End[];
  /** Slots punched again since they last failed; the reading is newer. */
  repunched: readonly { end: End; contact: Contact }[];
  /** Ends whose lead was proven or replaced; the reading is newer. */
  swapped: readonly End[];
  /** Port, remote and label were checked; the reading is newer. */
  checked: boolean;
  /** Readings of other links taken before this one through the same leads, newest first. */
  recent: readonly { walk: Walk }[];
  found?: FoundHere | undefined;
}

/** Nothing is known. */
export const NOTHING_KNOWN: Knowledge = {
  looked: [],
  readBack: [],
  redone: [],
  repunched: [],
  swapped: [],
  checked: false,
  recent: [],
};

/** Everything a diagnosis starts from. */
export interface DiagnoseInput {
  link: LinkSpec;
  leads: Record<End, LeadKnown>;
  reading: Reading;
  standingAt: End;
  knowledge: Knowledge;
  costs: Costs;
}

/** What mends an explanation, first step first. `end` is missing for a check and a re-pull. */
export interface Remedy {
  action: 'check' | 'swap-lead' | 'redo' | 'repunch' | 're-pull' | 'none';
  end?: End;
  contacts: Contact[];
  text: string;
}

/** One way in which the copper may lie, with what mends it. */
export interface Explanation extends Copper {
  probability: number;
  mistakes: Mistake[];
  remedy: Remedy;
  /** What is to be done after that, where more than one place has a mistake. */
  then?: Remedy;
}

/** What a look may show, and how likely. */
export interface LookAnswer {
  conductor: Conductor | null;
  open: boolean;
  bridged: boolean;
  probability: number;
}

/** What a look is to settle: which conductor it is, whether it is home, whether it is joined to another. */
export type LookAsks = 'conductor' | 'home' | 'bridge';

/**
 * What to do now. `minutes` is this action with its walk, opening and proving; `expectedMinutes` counts from here,
 * this action included, to a proven link.
 */
export interface NextAction {
  action: 'look' | 'check' | 'swap-lead' | 'redo' | 'repunch' | 're-pull' | 'prove' | 'none';
  end?: End;
  contact?: Contact;
  asks?: LookAsks;
  contacts?: Contact[];
  question?: string;
  answers?: LookAnswer[];
  minutes: number;
  expectedMinutes: number;
}

/** What a reading means, why, and what to do about it. */
export interface Diagnosis {
  verdict: Verdict;
  reason: string;
  evidence: Reading['evidence'];
  notRuledOut: string[];
  faults: Fault[];
  explanations: Explanation[];
  next: NextAction;
  engine: { candidates: number; ms: number };
}
