import type { Copper } from '../copper/copper';
import type { Mistake } from '../copper/mistake';
import type { Costs } from '../model/costs';
import type { Fault } from '../reading/faults';
import type { Reading } from '../reading/reading';
import type { Verdict } from '../reading/verdict';
import type { Conductor, Contact, End } from '../wiring/conductors';
import type { LinkSpec } from '../wiring/link-spec';

/** What a look at one contact of an end showed; `open` and `bridged` missing: not noticed. */
export interface Look {
  end: End;
  contact: Contact;
  conductor: Conductor;
  open?: boolean | undefined;
  bridged?: boolean | undefined;
}

/** What is known beside the reading. */
export interface Knowledge {
  looked: readonly Look[];
  /** Ends whose order was read back and found right. */
  readBack: readonly End[];
  /** Ends done again since they last failed; the reading is newer. */
  redone: readonly End[];
}

/** Everything a diagnosis starts from. */
export interface DiagnoseInput {
  link: LinkSpec;
  reading: Reading;
  standingAt: End;
  knowledge: Knowledge;
  costs: Costs;
}

/** What mends an explanation, first step first. `end` is missing for a re-pull. */
export interface Remedy {
  action: 'redo' | 'repunch' | 're-pull' | 'none';
  end?: End;
  contacts: Contact[];
  text: string;
}

/** One way in which the copper may lie, with what mends it. */
export interface Explanation extends Copper {
  probability: number;
  mistakes: Mistake[];
  remedy: Remedy;
  /** What is to be done at the other end too, where both have a mistake. */
  then?: Remedy;
}

/** What a look may show, and how likely. */
export interface LookAnswer {
  conductor: Conductor | null;
  open: boolean;
  bridged: boolean;
  probability: number;
}

/** What to do now; `expectedMinutes` counts from here, this action included, to a proven link. */
export interface NextAction {
  action: 'look' | 'redo' | 'repunch' | 're-pull' | 'prove' | 'none';
  end?: End;
  contact?: Contact;
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
